import { afterEach, describe, expect, it, vi } from 'vitest'
import { makeControls } from '../../player/input'
import { fitView } from '../../player/view'
import { casesOf, MINUTE, packOf, setupOf } from './conformance-cases'
import { autoplayInput, makeAutoplay } from '../../core/game/autoplay'
import { makeDrawList } from '../../core/game/draw-list'
import { drawGame } from '../../core/game/draw-game'
import { beginPlay, startGame, stepGame, type GameState } from '../../core/game/game'
import { rulesFor } from '../../core/game/registry'
import type { Pad } from '../../core/game/rules'
import { partsOf } from '../../core/game/setup'
import { STAGES, type StageShape } from '../../core/game/stage'
import { BITS, type Input } from '../../core/game/types'

/** A play can be finished with each of the devices that its pads are shown for. */
export const finishes = (shape: StageShape): void =>
  describe.each(casesOf(shape))('$id, $stage: a play is finished', ({ id, stage, template }) => {
    afterEach(() => vi.unstubAllGlobals())
    const setup = setupOf(template, packOf(template, stage))
    const pads = rulesFor(id).pads(stage)
    const CODES: Record<Pad, string> = {
      ...{ left: 'ArrowLeft', right: 'ArrowRight', up: 'ArrowUp', down: 'ArrowDown', act: 'Space' },
    }

    /** Plays by what a device says of the simulated player's wishes; the screen it ends on. */
    type Device = Pick<ReturnType<typeof makeControls>, 'hold'> & { touch(x: number, y: number): void }
    function finish(device: (want: Input, controls: Device, state: GameState) => void): string {
      const room = document.createElement('div')
      room.setPointerCapture = () => undefined
      const { width, height } = STAGES[stage]
      const controls = makeControls({
        ...{ keys: room, pointer: room, ratio: () => 1, onPress: () => undefined },
        view: () => fitView(width * 100, height * 100, setup.stage),
      })
      /** A finger at that place of the stage, world units; lifted at -1. */
      const touch = (x: number, y: number): void => {
        const [type, at] = x < 0 ? ['pointerup', {}] : ['pointerdown', { clientX: x * 100, clientY: y * 100 }]
        room.dispatchEvent(Object.assign(new Event(type), { pointerType: 'touch', pointerId: 1, ...at }))
      }
      const state = startGame(3)
      beginPlay(state, setup)
      const auto = makeAutoplay(setup, 1, 4)
      for (let i = 0; i < 5 * MINUTE && state.screen === 'play'; i++) {
        device(autoplayInput(auto, state, setup), { hold: controls.hold, touch }, state)
        stepGame(state, controls.read(), setup)
      }
      controls.close()
      return state.screen
    }
    const pressed = (want: Input) => (want.bits & (BITS.confirm | BITS.up)) !== 0
    const acts = (want: Input) => (want.bits & BITS.confirm) !== 0
    const lowered = (want: Input) => (want.bits & BITS.down) !== 0

    it('by keys', () => {
      const ended = finish((want, controls) => {
        controls.hold('ArrowLeft', want.axis < 0)
        controls.hold('ArrowRight', want.axis > 0)
        controls.hold('ArrowDown', lowered(want))
        controls.hold('ArrowUp', (want.bits & BITS.up) !== 0)
        controls.hold('Space', acts(want))
      })
      expect(['won', 'lost']).toContain(ended)
    })

    it('by the pads of a phone, or by touching what is meant on the stage itself', () => {
      if (pads.length === 0) {
        const list = makeDrawList()
        const ended = finish((want, controls, state) => {
          // What is lit is what a press of a key would be for; a finger goes there at once.
          controls.hold('ArrowLeft', want.axis < 0)
          controls.hold('ArrowRight', want.axis > 0)
          controls.hold('ArrowDown', lowered(want))
          controls.hold('ArrowUp', (want.bits & BITS.up) !== 0)
          drawGame(state, setup, list)
          // A side's plate only says whose turn it is.
          const sides = partsOf(setup.doc, 'cast')
          const lit = list.items
            .slice(0, list.count)
            .find((item) => item.lit && item.kind === 'plate' && sides[item.part] === undefined)
          if (acts(want)) expect(lit, 'what is meant').toBeDefined()
          if (acts(want)) controls.touch(lit!.x + lit!.w / 2, lit!.y + lit!.h / 2)
          else controls.touch(-1, -1)
        })
        expect(ended).toBe('won')
        return
      }
      const wanted: Record<Pad, (want: Input) => boolean> = {
        left: (want) => want.axis < 0,
        right: (want) => want.axis > 0,
        // Where one pad does it all, every press is on that one.
        up: (want) => (pads.includes('act') ? (want.bits & BITS.up) !== 0 : pressed(want)),
        down: lowered,
        act: acts,
      }
      expect(finish((want, controls) => pads.forEach((pad) => controls.hold(CODES[pad], wanted[pad](want))))).toBe(
        'won',
      )
    })

    it('by a gamepad', () => {
      const pad = { connected: true, axes: [0, 0], buttons: Array.from({ length: 17 }, () => ({ pressed: false })) }
      vi.stubGlobal('navigator', { getGamepads: () => [pad] })
      const ended = finish((want) => {
        pad.axes[0] = want.axis
        pad.axes[1] = lowered(want) ? 1 : (want.bits & BITS.up) !== 0 ? -1 : 0
        pad.buttons[0]!.pressed = acts(want)
      })
      expect(ended).toBe('won')
    })
  })
