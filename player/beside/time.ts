import { instead, tell } from './report'

/** Steps a second of the bench's own games. */
const STEP_MS = 1000 / 60
const SLOW = 0.25

interface Timer {
  due: number
  every: number | null
  does: () => void
  real: number
}

/** The game's own time, which stands still, goes slowly, or by single steps. All its clocks, frames and timers go by it. */
export function makeTime(frameBegins: () => void) {
  const realNow = performance.now.bind(performance)
  const realFrame = window.requestAnimationFrame.bind(window)
  const realSet = window.setTimeout.bind(window)
  const realClear = window.clearTimeout.bind(window)
  const RealDate = Date
  const began = RealDate.now() - realNow()
  let mark = realNow()
  let at = mark
  let rate = 1
  let frozen = false
  let frames = new Map<number, FrameRequestCallback>()
  const timers = new Map<number, Timer>()
  let next = 1
  let asked = false

  const now = (): number => (frozen ? at : at + (realNow() - mark) * rate)
  const setAt = (): void => {
    at = now()
    mark = realNow()
  }

  function runFrames(): void {
    const due = frames
    frames = new Map()
    frameBegins()
    for (const does of due.values())
      try {
        does(now())
      } catch (error) {
        reportError(error)
      }
  }
  function ask(): void {
    if (asked || frozen) return
    asked = true
    realFrame(() => {
      asked = false
      if (frozen) return
      if (frames.size > 0) runFrames()
      if (frames.size > 0) ask()
    })
  }

  function fire(id: number): void {
    const timer = timers.get(id)
    if (timer === undefined) return
    if (timer.every === null) timers.delete(id)
    else {
      timer.due = Math.max(timer.due + timer.every, now())
      arm(id, timer)
    }
    timer.does()
  }
  function arm(id: number, timer: Timer): void {
    if (frozen) return
    timer.real = realSet(() => fire(id), Math.max(0, (timer.due - now()) / rate))
  }
  const start = (handler: TimerHandler, ms: number, args: unknown[], every: boolean): number => {
    const id = next++
    const does = () =>
      typeof handler === 'function' ? (handler as (...all: unknown[]) => void)(...args) : (0, eval)(handler)
    const wait = Math.max(every ? 1 : 0, Number(ms) || 0)
    const timer = { due: now() + wait, every: every ? wait : null, does, real: 0 }
    timers.set(id, timer)
    arm(id, timer)
    return id
  }
  const stop = (id: number | undefined): void => {
    const timer = timers.get(Number(id))
    if (timer === undefined) return
    realClear(timer.real)
    timers.delete(Number(id))
  }

  instead(performance, 'now', () => now)
  instead(window, 'requestAnimationFrame', () => (does) => {
    const id = next++
    frames.set(id, does)
    ask()
    return id
  })
  instead(window, 'cancelAnimationFrame', () => (id) => void frames.delete(id))
  type Set = typeof window.setTimeout
  instead(
    window,
    'setTimeout',
    () => ((does: TimerHandler, ms = 0, ...args: unknown[]) => start(does, ms, args, false)) as Set,
  )
  instead(
    window,
    'setInterval',
    () => ((does: TimerHandler, ms = 0, ...args: unknown[]) => start(does, ms, args, true)) as Set,
  )
  instead(window, 'clearTimeout', () => stop as never)
  instead(window, 'clearInterval', () => stop as never)
  const dateNow = () => Math.floor(began + now())
  window.Date = new Proxy(RealDate, {
    construct: (real, args, as) => Reflect.construct(real, args.length === 0 ? [dateNow()] : args, as),
    apply: () => new RealDate(dateNow()).toString(),
    get: (real, name) => (name === 'now' ? dateNow : Reflect.get(real, name)),
  })

  const pausing: { play(): unknown }[] = []
  function freeze(): void {
    if (frozen) return
    setAt()
    frozen = true
    for (const timer of timers.values()) realClear(timer.real)
    for (const one of document.getAnimations())
      if (one.playState === 'running') {
        one.pause()
        pausing.push(one)
      }
    tell({ is: 'frozen', on: true }, 'now')
  }
  function go(): void {
    if (!frozen) return
    mark = realNow()
    frozen = false
    for (const [id, timer] of timers) arm(id, timer)
    for (const one of pausing.splice(0)) one.play()
    ask()
    tell({ is: 'frozen', on: false }, 'now')
  }
  /** One step of a sixtieth of a second: the timers that fall into it, then a frame. */
  function step(): void {
    freeze()
    at += STEP_MS
    for (const [id, timer] of [...timers].sort(([, a], [, b]) => a.due - b.due)) if (timer.due <= at) fire(id)
    if (frames.size > 0) runFrames()
  }
  function slow(on: boolean): void {
    setAt()
    rate = on ? SLOW : 1
    if (frozen) return
    for (const [id, timer] of timers) {
      realClear(timer.real)
      arm(id, timer)
    }
  }
  return { freeze, go, step, slow, frozen: () => frozen }
}
