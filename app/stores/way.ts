import { UserError } from '@core/errors'
import type { WayRounds } from '@core/dry-run/way'
import { feltOf } from '@core/dry-run/felt'
import { rulesFor } from '@core/game/registry'
import { partAs } from '@core/game/setup'
import type { Point } from '@core/game/types'
import type { Effect } from '@core/game/way'
import type { Space, WayContent } from '@core/kinds/way'
import type { AssetFacts } from '@core/pack/asset'
import {
  along,
  counted,
  evened,
  inserted,
  lineOf,
  moved,
  nameOf,
  relaid,
  removed,
  resultOf,
  ringsSaid,
  strokeToPlaces,
  withSpace,
  type WayShape,
} from '@core/pack/way'
import { partInLevel } from '@core/template/levels'
import { watchDebounced } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { latest } from '../composables/latest'
import { roundsAmong } from '../workers/dry-run'
import { perPack } from '../composables/per-pack'
import { useBench } from './bench'
import type { Bringing } from './incoming'
import { useNotices } from './notices'
import { useSwap } from './swap'

/** Players a round is tried with, and how many rounds. */
export const TRIED = [2, 4, 8] as const
const ROUNDS = 100
const SEED = 20261130
const QUIET_MS = 250
/** World units a picture of a space is drawn for: as high as where its words are read. */
const PICTURE_HEIGHT = 3

/** The way in hand: its spaces, how they are laid, and how rounds on it go. */
export const useWay = defineStore('way', () => {
  const bench = useBench()
  const notices = useNotices()
  const swap = useSwap()
  const chosen = perPack(ref(1))
  /** A place it is being dragged to, before it is let go. */
  const drag = shallowRef<{ at: number; place: Point } | null>(null)

  const spec = computed(() => {
    const one = bench.spec(bench.selected.part)
    return one?.content.kind === 'way' ? one : bench.shownParts.find(({ content }) => content.kind === 'way')
  })
  const content = computed<WayContent>(() => {
    const found = spec.value === undefined ? undefined : bench.content(spec.value.id)
    return found?.kind === 'way' ? found : { kind: 'way', spaces: [] }
  })
  /** As it would be if the space that is dragged were let go. */
  const shown = computed<WayContent>(() =>
    drag.value === null ? content.value : withSpace(content.value, drag.value.at, drag.value.place),
  )
  const spaces = computed(() => shown.value.spaces)
  const at = computed(() => Math.min(chosen.value, spaces.value.length - 1))
  const space = computed<Space | undefined>(() => spaces.value[at.value])
  const board = computed(() => {
    const setup = bench.here
    return setup === null ? null : (rulesFor(setup.doc.template.id).way?.board(setup.stage) ?? null)
  })
  /** What lies under the way, as it is in the level at hand. */
  const under = computed(() => {
    const { here, pack } = bench
    if (here === null || pack === null) return null
    const picture = bench.content(partInLevel(pack, partAs(here.doc, 'backdrop'), bench.level))
    return picture?.kind === 'picture' ? picture : null
  })
  const decks = computed(() =>
    (spec.value?.way?.decks ?? []).map((part) => {
      const here = bench.pack === null ? part : partInLevel(bench.pack, part, bench.level)
      const deck = bench.content(here)
      return { part, here, name: bench.spec(here)?.name ?? part, rows: deck?.kind === 'deck' ? deck.rows.length : 0 }
    }),
  )
  const deckName = (part: string): string => decks.value.find((one) => one.part === part)?.name.toLowerCase() ?? part
  const result = computed(() => resultOf(content.value, at.value, deckName))
  const rings = computed(() => ringsSaid(content.value))
  const languages = computed(() => bench.pack?.languages ?? [])

  async function commit(
    name: string,
    next: WayContent,
    { mark = '', assets = {} }: { mark?: string; assets?: Record<string, AssetFacts> } = {},
  ): Promise<void> {
    if (spec.value === undefined || next === content.value) return
    const from = content.value
    await bench.act(name, { type: 'set-part', part: spec.value.id, from, content: next, assets }, { mark })
  }
  /** Does what can be refused in a sentence. */
  async function trying(name: string, make: (size: { width: number; height: number }) => WayContent): Promise<void> {
    if (board.value === null) return
    try {
      await commit(name, make(board.value))
    } catch (error) {
      if (!(error instanceof UserError)) throw error
      notices.warn(error.message)
    }
  }

  const count = computed(() => spaces.value.length)
  const stroke = (line: readonly Point[]) =>
    trying('Lay the way in one stroke', (size) => relaid(content.value, strokeToPlaces(line, count.value, size)))
  const lay = (shape: WayShape) =>
    trying(`Lay the way as a ${shape}`, (size) => relaid(content.value, along(lineOf(shape), count.value, size)))
  const even = () => trying('Even the way out', (size) => evened(content.value, size))
  const setCount = (wanted: number) =>
    trying('Change how many spaces there are', (size) => counted(content.value, wanted, size))
  async function drop(): Promise<void> {
    const held = drag.value
    drag.value = null
    if (held !== null)
      await trying(`Move ${nameOf(content.value, held.at)}`, (size) => moved(content.value, held.at, held.place, size))
  }
  const nudge = (dx: number, dy: number) =>
    trying(`Move ${nameOf(content.value, at.value)}`, (size) =>
      moved(content.value, at.value, { x: space.value!.x + dx, y: space.value!.y + dy }, size),
    )
  async function add(after: number, place?: Point): Promise<void> {
    const before = count.value
    await trying('Add a space', () => inserted(content.value, after, place))
    if (count.value > before) chosen.value = Math.min(after, before - 2) + 1
  }
  async function remove(): Promise<void> {
    await trying(`Take out ${nameOf(content.value, at.value)}`, () => removed(content.value, at.value))
    chosen.value = at.value
  }
  const change = (name: string, what: Partial<Space>, mark = '') =>
    commit(name, withSpace(content.value, at.value, what), { mark: mark && `${mark}:${space.value?.id}` })
  const say = (text: string, tag: string): Promise<void> => {
    const written = text === '' ? undefined : text
    if (tag === '') return change('Write a space', { text: written }, 'way-text')
    const { [tag]: _was, ...others } = space.value?.in ?? {}
    const all = written === undefined ? others : { ...others, [tag]: written }
    return change('Write a space', { in: Object.keys(all).length === 0 ? undefined : all }, `way-text-${tag}`)
  }
  const setEffect = (effect: Effect | undefined) => change('Say what happens at a space', { effect })

  async function put(what: Bringing, to: number): Promise<void> {
    chosen.value = to
    await swap.trying(
      spec.value?.id ?? '',
      () => swap.takeIn(what, PICTURE_HEIGHT),
      ({ hash, facts, originals, sprite }) =>
        commit(
          `Put a picture on ${nameOf(content.value, to)}`,
          withSpace(content.value, to, { picture: hash, crisp: sprite?.crisp === true ? true : undefined }),
          { assets: { ...originals, [hash]: facts } },
        ),
    )
  }

  /** How rounds of two, four and eight go, worked out while somebody looks. */
  const looked = ref(false)
  const rounds = shallowRef<readonly WayRounds[]>([])
  /** By space, in what share of the rounds of four somebody stopped there; empty before they were played. */
  const stops = computed(() => rounds.value.find(({ sides }) => sides === 4)?.landed ?? [])
  /** What is shown is of the way as it is now. */
  const fresh = ref(false)
  const turns = latest()
  const felt = computed(() => (bench.here === null ? '' : feltOf(bench.here.doc)))
  watchDebounced(
    () => [felt.value, looked.value] as const,
    async ([, wanted]) => {
      const doc = bench.here?.doc
      if (!wanted || doc === undefined) return
      const counts = turns.begin()
      fresh.value = false
      const played: WayRounds[] = []
      for (const sides of TRIED) {
        const one = await roundsAmong(doc, sides, ROUNDS, SEED)
        if (!counts()) return
        if (one !== null) played.push(one)
      }
      rounds.value = played
      fresh.value = true
    },
    { debounce: QUIET_MS, immediate: true },
  )

  return {
    ...{ spec, content, shown, spaces, chosen, at, space, board, under, decks, result, rings, languages, drag, count },
    ...{ stroke, lay, even, setCount, drop, nudge, add, remove, change, say, setEffect, put },
    ...{ looked, rounds, stops, fresh },
  }
})
