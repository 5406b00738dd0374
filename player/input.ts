import { BITS, idleInput, STAGE, type Input } from '../core/game/types'
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
}

const FEW = new Set(['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown', 'KeyA', 'KeyD', 'Enter', 'Escape'])

export function makeControls({ keys, pointer, view, ratio, onPress, few = false }: Options): Controls {
  const held = new Set<string>()
  const input = idleInput()
  let point: { x: number; y: number } | null = null
  // A tap shorter than a step is still seen by one.
  let tapped = false
  const tappedKeys = new Set<string>()
  const off: (() => void)[] = []
  const on = <T extends Event>(target: EventTarget, type: string, does: (event: T) => void) => {
    const listener = does as EventListener
    target.addEventListener(type, listener, { passive: false })
    off.push(() => target.removeEventListener(type, listener))
  }
  const mine = (code: string) =>
    few ? FEW.has(code) : LEFT.has(code) || RIGHT.has(code) || KEY_BITS[code] !== undefined

  on<KeyboardEvent>(keys, 'keydown', (event) => {
    if (event.ctrlKey || event.metaKey || event.altKey || !mine(event.code)) return
    event.preventDefault()
    held.add(event.code)
    tappedKeys.add(event.code)
    onPress()
  })
  on<KeyboardEvent>(keys, 'keyup', (event) => held.delete(event.code))
  on(window, 'blur', () => {
    held.clear()
    point = null
  })
  const place = (event: PointerEvent) => {
    const box = pointer.getBoundingClientRect()
    const world = toWorld(view(), (event.clientX - box.left) * ratio(), (event.clientY - box.top) * ratio())
    point = {
      x: Math.round(Math.max(0, Math.min(STAGE.width, world.x)) * 100),
      y: Math.round(Math.max(0, world.y) * 100),
    }
  }
  on<PointerEvent>(pointer, 'pointerdown', (event) => {
    place(event)
    tapped = true
    try {
      pointer.setPointerCapture(event.pointerId)
    } catch {
      // A pointer that is gone already (a tap made by a test or a pen) cannot be captured.
    }
    onPress()
  })
  on<PointerEvent>(pointer, 'pointermove', (event) => {
    if (point !== null) place(event)
  })
  let released = false
  const lift = () => {
    if (tapped) released = true
    else point = null
  }
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
      if (!down) return void held.delete(code)
      held.add(code)
      tappedKeys.add(code)
      onPress()
    },
    tap(x, y) {
      point = { x: Math.round(x * 100), y: Math.round(y * 100) }
      tapped = true
      released = true
      onPress()
    },
    read() {
      const gamepad = pad()
      let left = false
      let right = false
      let bits = gamepad.bits
      for (const set of [held, tappedKeys])
        for (const code of set) {
          if (LEFT.has(code)) left = true
          if (RIGHT.has(code)) right = true
          bits |= KEY_BITS[code] ?? 0
        }
      tappedKeys.clear()
      input.axis = left === right ? gamepad.axis : left ? -1 : 1
      input.px = point?.x ?? -1
      input.py = point?.y ?? -1
      input.bits = bits | (point === null ? 0 : BITS.pointer)
      if (released) {
        point = null
        released = false
      }
      tapped = false
      return input
    },
    close() {
      for (const stop of off) stop()
    },
  }
}
