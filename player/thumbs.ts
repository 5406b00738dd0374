import { buttonText } from '../core/game/draw-game'
import { buttonAreas, buttonsOf } from '../core/game/buttons'
import type { GameState } from '../core/game/game'
import { rulesFor } from '../core/game/registry'
import type { Pad } from '../core/game/rules'
import type { ScreenButton } from '../core/game/screens'
import type { Setup } from '../core/game/setup'
import type { Stage } from '../core/game/stage'
import type { Controls } from './input'

/** Where pads go: below the stage on an upright phone, over its lower corners on one that is turned. */
export type ThumbPlace = 'none' | 'below' | 'over'

/** Height of the thumbs' zone below a stage, CSS px: a row of pads and air. */
export const ZONE_PX = 116

/** How a game shares a screen with thumbs. Nothing of it where nobody touches. */
export function thumbPlace(width: number, height: number, touch: boolean, stage: Stage): ThumbPlace {
  if (!touch) return 'none'
  const high = (width * stage.height) / stage.width
  return height - high >= ZONE_PX - 8 ? 'below' : 'over'
}

const PADS: Record<Pad, { code: string; label: string; path: string }> = {
  left: { code: 'ArrowLeft', label: 'Left', path: 'M19 12H5M11 6l-6 6 6 6' },
  right: { code: 'ArrowRight', label: 'Right', path: 'M5 12h14M13 6l6 6-6 6' },
  up: { code: 'ArrowUp', label: 'Up', path: 'M12 19V5M6 11l6-6 6 6' },
  down: { code: 'ArrowDown', label: 'Down', path: 'M12 5v14M6 13l6 6 6-6' },
  act: {
    code: 'Space',
    label: 'Action',
    path: 'M12 4a8 8 0 1 0 0 16a8 8 0 1 0 0-16zM12 9a3 3 0 1 0 0 6a3 3 0 1 0 0-6z',
  },
}
const PAUSE = 'M9 6v12M15 6v12'

const STYLE = `
.thumbs{position:absolute;inset:auto 0 0;display:flex;align-items:center;justify-content:center;gap:10px;padding:12px;box-sizing:border-box;pointer-events:none;-webkit-user-select:none;user-select:none}
.thumbs.below{height:${ZONE_PX}px}
.thumbs.over{inset:0;opacity:.45;justify-content:space-between;align-items:flex-end}
.thumbs button{pointer-events:auto;touch-action:none;border:2px solid #f1ebddaa;border-radius:10px;background:#3b4152cc;color:#fffdf8;font:700 17px/1.2 sans-serif;min-width:48px;min-height:48px;padding:8px 12px;flex:1 1 0;max-width:260px;height:100%}
.thumbs.over button{flex:none;width:76px;height:76px}
.thumbs.over button.pause{position:absolute;left:12px;top:12px;width:48px;height:48px}
.thumbs button.pause{flex:none;width:48px;height:48px;border-radius:50%;padding:0;background:#171b26cc}
.thumbs.menu{flex-wrap:wrap;height:auto;min-height:${ZONE_PX}px}
.thumbs.menu button{flex:1 1 40%;height:48px;overflow:hidden;text-overflow:ellipsis;white-space:nowrap}
.thumbs.menu.many{gap:8px;padding:8px}
.thumbs.menu.many button{flex:1 1 30%;padding:4px;font-size:15px;white-space:normal}
.thumbs.menu.most button{flex-basis:21%;font-size:14px}
.thumbs button.lit{border-color:#fff;background:#126166}
.thumbs[hidden]{display:none}
.thumbs svg{width:30px;height:30px;fill:none;stroke:currentColor;stroke-width:2.5;stroke-linecap:round;stroke-linejoin:round;display:block;margin:auto}`

export interface Thumbs {
  place(where: ThumbPlace): void
  /** Follows the game: pads in play, the screen's own buttons as buttons of 48 px elsewhere. */
  follow(state: GameState): void
}

const icon = (path: string): string => `<svg viewBox="0 0 24 24" aria-hidden="true"><path d="${path}"/></svg>`

/** Buttons for thumbs, as large as fingers are. They press what keys and taps press, so a play with them is the same. */
export function makeThumbs(root: HTMLElement, setup: Setup, controls: Controls): Thumbs {
  const zone = document.createElement('div')
  const style = document.createElement('style')
  style.textContent = STYLE
  zone.hidden = true
  root.append(style, zone)
  let where: ThumbPlace = 'none'
  let shown = ''
  const button = (label: string, html: string, press: () => void, release?: () => void): HTMLButtonElement => {
    const made = document.createElement('button')
    made.type = 'button'
    made.setAttribute('aria-label', label)
    made.innerHTML = html
    let touched = false
    made.addEventListener('pointerdown', (event) => {
      event.preventDefault()
      touched = true
      made.setPointerCapture?.(event.pointerId)
      press()
    })
    if (release !== undefined) for (const end of ['pointerup', 'pointercancel']) made.addEventListener(end, release)
    // Pressed by a key or a reader, without a pointer: the click of a touch has been heard already.
    made.addEventListener('click', () => {
      if (touched) return void (touched = false)
      press()
      release?.()
    })
    return made
  }
  const pad = (id: Pad): HTMLButtonElement => {
    const { code, label, path } = PADS[id]
    const made = button(
      label,
      icon(path),
      () => controls.hold(code, true),
      () => controls.hold(code, false),
    )
    made.dataset['pad'] = id
    return made
  }
  const pause = () => {
    const made = button(
      'Pause',
      icon(PAUSE),
      () => controls.hold('Escape', true),
      () => controls.hold('Escape', false),
    )
    made.className = 'pause'
    return made
  }
  const playing = (): HTMLElement[] => {
    const pads = rulesFor(setup.doc.template.id).pads(setup.stage.shape).map(pad)
    // Pause lies between two thumbs, or beside the one that is used.
    pads.splice(Math.ceil(pads.length / 2), 0, pause())
    return pads
  }
  const menu = (state: GameState, buttons: readonly ScreenButton[]): HTMLElement[] =>
    buttons.flatMap((one, i) => {
      // Cards are large enough to be pressed where they are.
      if (one.card === true) return []
      const made = document.createElement('button')
      made.type = 'button'
      made.textContent = buttonText(state, setup, one)
      made.className = i === state.focus ? 'lit' : ''
      const press = () => {
        const [x, y, w, h] = buttonAreas(state, setup, buttons)[i]!
        controls.tap(x + w / 2, y + h / 2)
      }
      // The touch that brought this button here was meant for what was there before. And it counts where the finger was:
      // the click that browsers make of a touch in a frame may come from elsewhere.
      let touched = false
      made.addEventListener('pointerdown', () => (touched = true))
      made.addEventListener('pointercancel', () => (touched = false))
      made.addEventListener('pointerup', () => {
        if (touched) press()
        touched = false
      })
      // Pressed by a key or a reader, without a pointer.
      made.addEventListener('click', (event) => {
        if (!((event as PointerEvent).pointerType ?? '')) press()
      })
      return made
    })
  return {
    place(next) {
      where = next
      shown = ''
    },
    follow(state) {
      if (where === 'none') return void (zone.hidden = true)
      const buttons = state.screen === 'play' ? [] : buttonsOf(state, setup)
      const texts = buttons.map((one) => buttonText(state, setup, one))
      const key = `${where} ${state.screen} ${state.focus} ${texts.join('|')}`
      if (key === shown) return
      shown = key
      // Over a turned stage its own plates are large enough, and lie where they are looked for.
      const inPlay = state.screen === 'play'
      zone.hidden = where === 'over' && !inPlay
      zone.className = `thumbs ${where}${inPlay ? '' : ' menu'}${buttons.length > 4 ? ' many' : ''}${buttons.length > 6 ? ' most' : ''}`
      zone.replaceChildren(...(zone.hidden ? [] : inPlay ? playing() : menu(state, buttons)))
    },
  }
}
