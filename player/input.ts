import { BITS, idleInput, type Input } from '../core/game/types'
import type { Asks } from '../core/game/rules'
import { toWorld, type View } from './view'

/** Keyboard, pointer and gamepad as one input a step. */
export interface Controls {
  /** The input of the next step; the returned object is reused. */
  read(): Input
  /** A key that is pressed or let go by something else than a keyboard. */
  hold(code: string, down: boolean): void
  /** A short touch of a point of the stage, in world units. */
  tap(x: number, y: number): void
  close(): void
}

const LEFT = new Set(['ArrowLeft', 'KeyA'])
const RIGHT = new Set(['ArrowRight', 'KeyD'])
const KEY_BITS: Record<string, number> = {
  ArrowUp: BITS.up,
  KeyW: BITS.up,
  ArrowDown: BITS.down,
  KeyS: BITS.down,
  Enter: BITS.confirm,
  Space: BITS.confirm,
  Escape: BITS.back,
  KeyP: BITS.back,
}

/** Hundredths of a world unit. */
interface Point {
  x: number
  y: number
}

/** The character a key types, as its code point; 0 for keys that type none. Backspace types its own. */
function characterOf(key: string): number {
  if (key === 'Backspace') return 8
  const code = key.codePointAt(0) ?? 0
  return key.length === (code > 0xffff ? 2 : 1) ? code : 0
}

/** A key or the pointer goes down or up. */
interface Change {
  code: string
  down: boolean
  at: Point | null
  /** Where a pointer that is down went since. */
  moved?: boolean
}

const POINTER = 'pointer'
/** More than anybody presses in a frame; beyond it a stuck page would play on long after the presses. */
const MOST_WAITING = 64

interface Options {
  /** Where keys are listened for. */
  keys: HTMLElement | Window
  pointer: HTMLElement
  view: () => View
  /** Canvas px for one CSS px. */
  ratio: () => number
  onPress: () => void
  /** The bench needs most letters for itself: then only arrows, A, D, Enter and Escape play. */
  few?: boolean
  /** What the game asks for now: a pointer that hovers, characters that are typed. */
  asks?: () => Asks
}

const asksNothing = (): Asks => ({})
/** Typed characters that wait for their step. */
const MOST_TYPED = 32

const FEW = new Set(['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown', 'KeyA', 'KeyD', 'Enter', 'Escape'])

export function makeControls({
  keys,
  pointer,
  view,
  ratio,
  onPress,
  few = false,
  asks = asksNothing,
}: Options): Controls {
  const held = new Set<string>()
  const input = idleInput()
  let point: Point | null = null
  /** Where a pointer that presses nothing is. */
  let hover: Point | null = null
  const typed: number[] = []
  // Where frames are slow, several presses come between two steps: each is seen down by one and up by the next.
  const waiting: Change[] = []
  const last = (code: string) => waiting.findLast((change) => change.code === code)
  const isDown = (code: string) => last(code)?.down ?? (code === POINTER ? point !== null : held.has(code))
  const change = (code: string, down: boolean, at: Point | null = null) => {
    // A press that was taken is always let go again.
    if (isDown(code) !== down && (!down || waiting.length < MOST_WAITING)) waiting.push({ code, down, at })
  }
  /** One change of each key, in the order they came. */
  const takeChanges = () => {
    const changed = new Set<string>()
    while (waiting.length > 0 && !changed.has(waiting[0]!.code)) {
      const { code, down, at } = waiting.shift()!
      changed.add(code)
      if (code === POINTER) point = down ? at : null
      else if (down) held.add(code)
      else held.delete(code)
    }
  }
  const off: (() => void)[] = []
  const on = <T extends Event>(target: EventTarget, type: string, does: (event: T) => void) => {
    const listener = does as EventListener
    target.addEventListener(type, listener, { passive: false })
    off.push(() => target.removeEventListener(type, listener))
  }
  const mine = (code: string) =>
    few ? FEW.has(code) : LEFT.has(code) || RIGHT.has(code) || KEY_BITS[code] !== undefined

  on<KeyboardEvent>(keys, 'keydown', (event) => {
    if (event.ctrlKey || event.metaKey) return
    const letter = asks().typing === true ? characterOf(event.key) : 0
    if (letter > 0 && typed.length < MOST_TYPED) typed.push(letter)
    if (letter > 0) {
      event.preventDefault()
      // On the bench a letter is a shortcut to everybody else.
      event.stopPropagation()
    }
    // While somebody types, letters are letters and nothing else.
    if (letter > 0 || event.altKey || !mine(event.code)) return
    event.preventDefault()
    change(event.code, true)
    onPress()
  })
  on<KeyboardEvent>(keys, 'keyup', (event) => change(event.code, false))
  on(window, 'blur', () => {
    waiting.length = 0
    typed.length = 0
    held.clear()
    point = null
    hover = null
  })
  const place = (event: PointerEvent): Point => {
    const box = pointer.getBoundingClientRect()
    const { stage } = view()
    const world = toWorld(view(), (event.clientX - box.left) * ratio(), (event.clientY - box.top) * ratio())
    return {
      x: Math.round(Math.max(0, Math.min(stage.width, world.x)) * 100),
      y: Math.round(Math.max(0, world.y) * 100),
    }
  }
  on<PointerEvent>(pointer, 'pointerdown', (event) => {
    change(POINTER, true, place(event))
    try {
      pointer.setPointerCapture(event.pointerId)
    } catch {
      // A pointer that is gone already (a tap made by a test or a pen) cannot be captured.
    }
    onPress()
  })
  on<PointerEvent>(pointer, 'pointermove', (event) => {
    if (event.pointerType !== 'touch' && asks().hover === true) hover = place(event)
    if (!isDown(POINTER)) return
    const touch = last(POINTER)
    if (touch === undefined) point = place(event)
    else if (touch.moved === true) touch.at = place(event)
    // What lies where it went down is taken up there first, however soon it goes on.
    else waiting.push({ code: POINTER, down: true, at: place(event), moved: true })
  })
  on(pointer, 'pointerleave', () => (hover = null))
  const lift = () => change(POINTER, false)
  on(pointer, 'pointerup', lift)
  on(pointer, 'pointercancel', lift)

  function pad(): { axis: number; bits: number } {
    const first = navigator.getGamepads?.().find((one) => one !== null && one.connected)
    if (first === null || first === undefined) return { axis: 0, bits: 0 }
    const down = (i: number) => first.buttons[i]?.pressed === true
    const x = first.axes[0] ?? 0
    const y = first.axes[1] ?? 0
    return {
      axis: x < -0.4 || down(14) ? -1 : x > 0.4 || down(15) ? 1 : 0,
      bits:
        (down(0) ? BITS.confirm : 0) |
        (down(1) || down(9) ? BITS.back : 0) |
        (down(12) || y < -0.5 ? BITS.up : 0) |
        (down(13) || y > 0.5 ? BITS.down : 0),
    }
  }

  return {
    hold(code, down) {
      change(code, down)
      if (down) onPress()
    },
    tap(x, y) {
      change(POINTER, true, { x: Math.round(x * 100), y: Math.round(y * 100) })
      change(POINTER, false)
      onPress()
    },
    read() {
      takeChanges()
      const gamepad = pad()
      let left = false
      let right = false
      let bits = gamepad.bits
      for (const code of held) {
        if (LEFT.has(code)) left = true
        if (RIGHT.has(code)) right = true
        bits |= KEY_BITS[code] ?? 0
      }
      input.axis = left === right ? gamepad.axis : left ? -1 : 1
      const at = point ?? (asks().hover === true ? hover : null)
      input.px = at?.x ?? -1
      input.py = at?.y ?? -1
      input.key = typed.shift() ?? 0
      input.bits = bits | (point === null ? 0 : BITS.pointer)
      return input
    },
    close() {
      for (const stop of off) stop()
    },
  }
}
