import { describe, expect, it } from 'vitest'
import { casesOf, MINUTE, packOf, read, setupOf } from './conformance-cases'
import { finishes } from './conformance-devices'
import { contextFor, demoPacks } from './fixtures'
import { bytesAStep } from './heap'
import { withLevels, withSlots } from './levels'
import { withLooks } from './looks'
import { demoGame } from '../../benchmarks/engine'
import { wordsOverflow } from '../../core/check/rules/words-overflow'
import { gamesOf, playAll } from '../../core/dry-run/batch'
import { feltOf } from '../../core/dry-run/felt'
import type { PartContent } from '../../core/kinds'
import { edit } from '../../core/pack/commands'
import type { Pack } from '../../core/pack/pack'
import { buildGameDoc } from '../../core/template/game-doc'
import { CATALOGUE } from '../../core/template/catalogue'
import { presetCommand, type Preset } from '../../core/template/presets'
import type { Template } from '../../core/template/template'
import { fittedTo } from '../../core/template/uses'
import { autoplayInput, makeAutoplay } from '../../core/game/autoplay'
import { makeDrawList, type DrawList } from '../../core/game/draw-list'
import { drawGame } from '../../core/game/draw-game'
import { beginPlay, goTo, startGame, stepGame, takeProgress, type GameState } from '../../core/game/game'
import { freshProgress, type Progress } from '../../core/game/progress'
import { stateHash } from '../../core/game/hash'
import { boundsOf, pickAt } from '../../core/game/pick'
import { rulesFor } from '../../core/game/registry'
import { screensOf } from '../../core/game/screens'
import { adoptSetup, startSession, stepSession } from '../../core/game/session'
import { partsOf, type Setup } from '../../core/game/setup'
import { ratioOf, STAGES, type StageShape } from '../../core/game/stage'
import { STEPS_PER_SECOND } from '../../core/game/types'

/** Steps a game by its simulated player; the state after each step is handed on until it answers false. */
function play(
  setup: Setup,
  skill: number,
  seed: number,
  steps: number,
  each: (state: GameState) => unknown,
): GameState {
  const state = startGame(seed)
  beginPlay(state, setup)
  const auto = makeAutoplay(setup, skill, seed + 1)
  for (let i = 0; i < steps; i++) {
    stepGame(state, autoplayInput(auto, state, setup), setup)
    if (each(state) === false) break
  }
  return state
}
const items = (list: DrawList) => list.items.slice(0, list.count)
/** Games of each skill. */
const GAMES = 30
const won = (template: Template, pack: Pack, skill: number): number =>
  playAll(setupOf(template, pack), gamesOf({ skills: [skill], games: GAMES, seed: 31 })).filter(
    (game) => game.outcome === 'won',
  ).length

/** As after so many levels were won. */
const progressOf = ({ doc }: Setup, won: number): Progress => ({
  ...freshProgress(),
  purse: won * 60,
  levels: Object.fromEntries((doc.levels ?? []).slice(0, won).map(({ id }) => [id, { won: true, best: 120 }])),
})

const plays = (shape: StageShape): void =>
  describe.each(casesOf(shape))('$id, $stage', ({ stage, template }) => {
    const pack = packOf(template, stage)
    const setup = setupOf(template, pack)

    it('is the same play each time, and another one for another seed', () => {
      const hash = (seed: number) => stateHash(play(setup, 0.7, seed, MINUTE, () => true))
      expect(hash(5)).toBe(hash(5))
      expect(hash(5)).not.toBe(hash(6))
    })

    it('is won more often the better it is played, by an expert mostly, and less often wild than as made', () => {
      const rates = [0, 0.5, 1].map((skill) => won(template, pack, skill))
      expect(rates[0]!, String(rates)).toBeLessThan(rates[1]!)
      expect(rates[1]!, String(rates)).toBeLessThanOrEqual(rates[2]!)
      expect(rates[2]!, String(rates)).toBeGreaterThan(GAMES * 0.66)
      const at = (preset: Preset) => {
        const [made] = edit(pack, presetCommand(template, preset))
        return won(template, made, 0) + won(template, made, 0.5)
      }
      const [gentle, made, wild] = [at('gentle'), rates[0]! + rates[1]!, at('wild')]
      expect(gentle).toBeGreaterThanOrEqual(made)
      expect(made).toBeGreaterThan(wild)
    })

    // What a number or a swap does to a play is the same on both stages; where things stand is not.
    const isFirst = stage === template.stages[0]

    it.runIf(isFirst)('feels every dial: another value is another game', () => {
      const games = gamesOf({ skills: [0.2, 0.8], games: 6, seed: 3 })
      const outcome = (made: Pack) => JSON.stringify(playAll(setupOf(template, made), games))
      const as = outcome(pack)
      for (const spec of template.parts) {
        if (spec.dial === undefined || spec.content.kind !== 'dial') continue
        const { min, max } = spec.dial
        const ends = [min, min + (max - min) / 6, max].map((value) => {
          const content: PartContent = { kind: 'dial', value }
          return edit(pack, { type: 'set-part', part: spec.id, content })[0]
        })
        expect(
          ends.some((made) => outcome(made) !== as),
          spec.id,
        ).toBe(true)
        for (const made of ends)
          if (JSON.stringify(made.parts[spec.id]) !== JSON.stringify(spec.content))
            expect(feltOf(buildGameDoc(template, made)), spec.id).not.toBe(feltOf(setup.doc))
      }
    })

    it('shows every part that can be seen, in play or on a screen, where it can be picked', () => {
      const list = makeDrawList()
      const shown = new Set<string>()
      const picked = new Set<string>()
      const look = (state: GameState, at = setup) => {
        drawGame(state, at, list)
        for (const item of items(list)) {
          if (item.part === '') continue
          shown.add(item.part)
          const box = boundsOf(item, at)
          if (box === undefined || picked.has(item.part)) continue
          for (const [x, y] of [
            [0.5, 0.5],
            [0.1, 0.1],
            [0.9, 0.9],
          ] as const)
            if (pickAt(list, at, box.x + box.w * x, box.y + box.h * y)?.part === item.part) picked.add(item.part)
        }
      }
      const state = startGame(3)
      beginPlay(state, setup)
      // Buttons that are there only when there is something to do with them are there with more than one of it.
      const two = setupOf(template, {
        ...withSlots(withLevels(withLooks(pack), 9)),
        languages: [{ tag: 'de', name: 'Deutsch', words: {} }],
        lineage: Array.from({ length: 9 }, (_, i) => ({
          ...{ title: `${i}`, author: 'A', host: '', postcode: '', licence: '', at: '', fingerprint: {} },
        })),
      })
      for (const screen of screensOf(two.doc)) {
        goTo(state, screen)
        if (screensOf(setup.doc).includes(screen)) look(state)
        for (const won of [0, 2, 9]) {
          takeProgress(state, two, progressOf(two, won))
          drawGame(state, two, list)
          for (const item of items(list)) shown.add(item.part)
        }
        state.progress = freshProgress()
        // What is only said in a moment of its own.
        for (const said of ['sure', 'aside'] as const) {
          state[said] = true
          drawGame(state, two, list)
          for (const item of items(list)) shown.add(item.part)
          state[said] = false
        }
      }
      const inStories = ['next-words', 'skip-words']
      const mustBeShown = (['sprite', 'picture', 'wording', 'cast'] as const)
        .flatMap((kind) => Object.keys(partsOf(two.doc, kind)))
        .filter((part) => !inStories.includes(part))
      const mustBePicked = (['sprite', 'picture', 'cast'] as const)
        .flatMap((kind) => Object.entries<unknown>(partsOf(setup.doc, kind)))
        .flatMap(([part, content]) => (Array.isArray(content) && content.length === 0 ? [] : part))
      const missing = () => ({
        shown: mustBeShown.filter((part) => !shown.has(part)),
        picked: mustBePicked.filter((part) => !picked.has(part)),
      })
      let step = 0
      // As long as it takes to see it all.
      const looked = (at: Setup) => {
        for (const skill of [0, 1])
          play(at, skill, 9, 2 * MINUTE, (state) => {
            if (step++ % 10 !== 0) return true
            look(state, at)
            const left = missing()
            return left.shown.length + left.picked.length > 0
          })
      }
      looked(setup)
      // What is only there where a choice or a switch of its own is another way, is there then.
      for (const { id, options = [], content } of template.parts.filter((spec) => spec.moment === 'play')) {
        const ways: PartContent[] =
          content.kind === 'choice'
            ? options.map((one) => ({ kind: 'choice', value: one.id }))
            : content.kind === 'switch'
              ? [true, false].map((on) => ({ kind: 'switch', on }))
              : []
        for (const way of ways.filter((one) => JSON.stringify(one) !== JSON.stringify(content)))
          looked(setupOf(template, { ...pack, parts: { ...pack.parts, [id]: way } }))
      }
      expect(missing()).toEqual({ shown: [], picked: [] })
    })

    it('fits every word in its place', async () => {
      const most = withLevels(withLooks(pack), 9)
      const ctx = { ...contextFor(most), template: fittedTo(template, most) }
      for (const subject of wordsOverflow.subjects(ctx)) expect(await wordsOverflow.run(ctx, subject)).toEqual([])
    })

    it('has every box, plate and picture on the stage', () => {
      const { width, height } = STAGES[stage]
      expect(ratioOf(stage)).toBe(`${width} / ${height}`)
      const list = makeDrawList()
      const state = startGame(4)
      const all = setupOf(template, withSlots(withLevels(withLooks(pack), 9)))
      beginPlay(state, all)
      takeProgress(state, all, progressOf(all, 2))
      for (const screen of screensOf(all.doc).filter((one) => one !== 'play')) {
        goTo(state, screen)
        drawGame(state, all, list)
        for (const item of items(list)) {
          if (item.kind !== 'text' && item.kind !== 'plate') continue
          const box = boundsOf(item, all)!
          expect(box.x, `${screen} ${item.part}`).toBeGreaterThanOrEqual(0)
          expect(box.y, `${screen} ${item.part}`).toBeGreaterThanOrEqual(0)
          expect(box.x + box.w, `${screen} ${item.part}`).toBeLessThanOrEqual(width)
          expect(box.y + box.h, `${screen} ${item.part}`).toBeLessThanOrEqual(height)
        }
      }
    })

    const overlaps = template.parts.some(({ id }) => id === 'overlap')
    it.runIf(overlaps)('lays the hero over all else, or under it, as its maker wants', () => {
      const list = makeDrawList()
      const at = (value: string) => {
        const made = setupOf(template, { ...pack, parts: { ...pack.parts, overlap: { kind: 'choice', value } } })
        const orders = new Set<string>()
        play(made, 0.7, 5, MINUTE, (state) => {
          drawGame(state, made, list)
          const shown = items(list)
          const hero = shown.findIndex((item) => item.part === 'hero')
          const casts = shown.flatMap((item, i) => (item.entry === '' || item.kind === 'tile' ? [] : i))
          if (casts.length > 0 && hero >= 0)
            orders.add(casts.every((i) => (value === 'hero' ? i < hero : i > hero)) ? 'so' : 'not')
        })
        return [...orders]
      }
      expect(at('hero')).toEqual(['so'])
      expect(at('things')).toEqual(['so'])
    })

    it('has a sound part for every event, and an event for every sound part', () => {
      const sounds = new Set(Object.keys(partsOf(setup.doc, 'sound')))
      const heard = new Set<string>()
      // As many plays as it takes to hear them all; three at least, which may fire what has no sound.
      for (let seed = 1; seed < 12 && (seed === 1 || [...sounds].some((sound) => !heard.has(sound))); seed++)
        for (const skill of [0, 0.4, 1])
          play(setup, skill, seed * 13, 2 * MINUTE, (state) => state.events.forEach((event) => heard.add(event)))
      for (const event of heard) expect(sounds, event).toContain(event)
      for (const sound of sounds) expect(heard, sound).toContain(sound)
    })

    const swaps = isFirst ? 1000 : 100
    it(`survives ${swaps} swaps in a running play, also of what is on the stage`, () => {
      let seed = 7
      const next = (below: number) => (seed = (Math.imul(seed, 48271) >>> 0) % 2147483647) % below
      const session = startSession(setup, 5, { straightToPlay: true })
      const auto = makeAutoplay(setup, 0.6, 8)
      let now = pack
      for (let swap = 0; swap < swaps; swap++) {
        const spec = template.parts[next(template.parts.length)]!
        const content = changed(spec.content, next)
        now = content === null ? { ...now, parts: {} } : { ...now, parts: { ...now.parts, [spec.id]: content } }
        adoptSetup(session, setupOf(template, now))
        for (let i = 0; i < 6; i++) stepSession(session, autoplayInput(auto, session.state, session.setup))
        const { play } = session.state
        if (play !== null) expect(Number.isFinite(play.score)).toBe(true)
        // Nobody is shown an end for ever.
        if (session.state.screen !== 'play') beginPlay(session.state, session.setup)
      }
      expect(session.step).toBe(6 * swaps)
    })

    it('never stands still while it plays itself', () => {
      const list = makeDrawList()
      let last = ''
      let still = 0
      let longest = 0
      play(setup, 0.8, 21, MINUTE, (state) => {
        drawGame(state, setup, list)
        const now = stateHash(items(list).map(({ x, y, clip, clipStep, scroll, part, text }) => [x, y, clip, clipStep, scroll, part, text])) // prettier-ignore
        // An end is shown for a while, so that it can be read.
        still = now === last && state.screen === 'play' ? still + 1 : 0
        longest = Math.max(longest, still)
        last = now
      })
      expect(longest).toBeLessThan(STEPS_PER_SECOND)
    })
  })

/** A content as something else of the same kind; null puts everything back as made. */
function changed(content: PartContent, next: (below: number) => number): PartContent | null {
  switch (content.kind) {
    case 'cast': {
      const entries = content.entries.filter(() => next(3) > 0)
      return {
        ...content,
        entries: entries.map((one) => ({ ...one, sprite: { ...one.sprite, height: 0.2 + next(30) / 10 } })),
      }
    }
    case 'sprite':
      return { ...content, height: 0.2 + next(40) / 10 }
    case 'dial':
      return { ...content, value: next(2) === 0 ? content.value * 2 : content.value / 2 }
    case 'switch':
      return { ...content, on: !content.on }
    default:
      return null
  }
}

/** What every template keeps, whatever its stage. */
export const keepsAnywhere = (): void =>
  describe.each(CATALOGUE)('%s', (id) => {
    const template = read(id)

    it('leaves nothing on the heap in a step', () => {
      const grown = bytesAStep(demoGame(id))
      // Beside what measuring itself leaves: an object a step would be 16 bytes at the least.
      expect(Math.abs(grown), `${grown} bytes a step`).toBeLessThan(3)
    })

    it('has a demo of its own that an expert mostly wins, through all its levels', () => {
      const demos = demoPacks().filter((pack) => pack.template.id === id)
      expect(demos.length).toBeGreaterThan(0)
      for (const pack of demos) expect(won(template, pack, 1), pack.label.title).toBeGreaterThan(GAMES / 2)
    })

    it('asks for nothing that its rules do not name', () => {
      expect(rulesFor(id).id).toBe(id)
      const facts = rulesFor(id).facts(setupOf(template, packOf(template, template.stages[0]!)))
      expect(template.parts.some((spec) => spec.id === facts.dial)).toBe(true)
      for (const role of ['title', 'tagline', 'opening', 'backdrop', 'icon', 'music', 'press'] as const)
        expect(
          template.parts.some((spec) => spec.as === role),
          role,
        ).toBe(true)
    })
  })

/** What every template keeps, on every shape of the stage it serves. A new one is looked at here by its line alone. */
export function keepsOn(shape: StageShape): void {
  plays(shape)
  finishes(shape)
}
