import { gamesOf, SKILLS } from '@core/dry-run/batch'
import { feltOf } from '@core/dry-run/felt'
import { rulesFor } from '@core/game/registry'
import { docOfLevel, makeSetup } from '@core/game/setup'
import { addLevel, moveLevel, removeLevel, renameLevel } from '@core/template/levels'
import { watchDebounced } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { loadImagesOf } from '../composables/images'
import { latest } from '../composables/latest'
import { pictureOf } from '../composables/screen-pictures'
import { lettersOf } from '../composables/typeface'
import { dryRun } from '../workers/dry-run'
import { useAssets } from './assets'
import { perPack } from '../composables/per-pack'
import { useBench } from './bench'
import { useNotices } from './notices'

const SEED = 20261126
const GAMES = 12
const QUIET_MS = 400
const AVERAGE = 0.5

export interface LevelForecast {
  /** 0..1 of games won: by the worst and the best of simulated players, and by an average one. */
  low: number
  high: number
  average: number
}

/** The levels of the pack on the bench: what is done to their row, how each looks, and how hard each is. */
export const useLevels = defineStore('levels', () => {
  const bench = useBench()
  const assets = useAssets()
  const notices = useNotices()
  /** Somebody looks at the row: only then is it painted and played. */
  const watchers = ref(0)
  const pictures = perPack(shallowRef<Record<string, string>>({}))
  const forecast = perPack(shallowRef<Record<string, LevelForecast>>({}))
  /** Games played so far of the level that is being played; null when none is. */
  const running = shallowRef<{ level: string; done: number; of: number } | null>(null)
  const turns = latest()
  /** What a level's picture or forecast was worked out for. */
  const painted = new Map<string, unknown>()
  const played = perPack(shallowRef<Record<string, string>>({}))

  /** Each level as a game of its own, in their order. */
  const docs = computed(() => {
    const doc = bench.setup?.doc
    if (doc === undefined) return []
    return bench.levels.length === 0 ? [doc] : bench.levels.map((_level, i) => docOfLevel(doc, i))
  })
  const ids = computed(() => (bench.levels.length === 0 ? [''] : bench.levels.map(({ id }) => id)))
  /** What wins each: counted from its content, never typed. */
  const goals = computed(() =>
    docs.value.map((doc) => {
      const { goal, dial, aim } = rulesFor(doc.template.id).facts(makeSetup(doc))
      if (aim !== undefined) return aim
      return Number.isFinite(goal) ? `${goal} ${bench.spec(dial)?.dial?.unit ?? ''}`.trim() : 'endless'
    }),
  )

  const felt = computed(() => (watchers.value > 0 ? docs.value.map(feltOf) : []))
  /** Whether its forecast was worked out before the last change that is felt. */
  const isStale = (index: number): boolean => {
    const was = played.value[ids.value[index]!]
    return was !== undefined && felt.value[index] !== undefined && was !== felt.value[index]
  }

  async function work(): Promise<void> {
    const counts = turns.begin()
    running.value = null
    const { template } = bench
    if (template === null) return
    for (const [i, doc] of docs.value.entries()) {
      const id = ids.value[i]!
      if (painted.get(id) !== doc) {
        const letters = await lettersOf(doc, template)
        await loadImagesOf(doc, template)
        if (!counts()) return
        const { thumb } = pictureOf('play', makeSetup(doc), assets.bitmaps(), letters, 0)
        pictures.value = { ...pictures.value, [id]: thumb }
        painted.set(id, doc)
      }
    }
    for (const [i, doc] of docs.value.entries()) {
      const id = ids.value[i]!
      const now = feltOf(doc)
      if (played.value[id] === now) continue
      const list = gamesOf({ skills: SKILLS.map(({ skill }) => skill), games: GAMES, seed: SEED })
      running.value = { level: id, done: 0, of: list.length }
      const games = await dryRun(doc, list, counts, (done) => {
        if (counts()) running.value = { level: id, done, of: list.length }
      })
      if (counts()) running.value = null
      if (games === null || !counts()) return
      const rates = SKILLS.map(({ skill }) => {
        const own = games.filter((game) => game.skill === skill)
        return { skill, rate: own.filter((game) => game.outcome === 'won').length / own.length }
      })
      const all = rates.map(({ rate }) => rate)
      forecast.value = {
        ...forecast.value,
        [id]: {
          ...{ low: Math.min(...all), high: Math.max(...all) },
          average: rates.find(({ skill }) => skill === AVERAGE)!.rate,
        },
      }
      played.value = { ...played.value, [id]: now }
    }
  }
  watchDebounced([docs, () => watchers.value > 0], () => watchers.value > 0 && void work(), {
    debounce: QUIET_MS,
    immediate: true,
  })

  /** A level more, at hand at once; its id, or empty where there may be no more. */
  async function add(copyOf?: string): Promise<string> {
    if (bench.pack === null || bench.base === null) return ''
    const made = addLevel(bench.pack, bench.base, copyOf)
    if (made === null) {
      notices.warn(`A game of this template has at most ${bench.base.levels?.most ?? 1} levels.`)
      return ''
    }
    await bench.act(made.name, made.command)
    bench.goToLevel(made.id)
    return made.id
  }
  async function remove(id: string): Promise<void> {
    if (bench.pack === null) return
    const at = bench.levelIndex
    const name = bench.levels[at]?.name ?? ''
    await bench.act(`Take out “${name}”`, removeLevel(bench.pack, id))
    bench.goToLevel(bench.levels[Math.min(at, bench.levels.length - 1)]?.id ?? '')
  }
  async function move(id: string, to: number): Promise<void> {
    const command = bench.pack === null ? null : moveLevel(bench.pack, id, to)
    if (command !== null) await bench.act('Put the levels in another order', command)
  }
  async function rename(id: string, name: string): Promise<void> {
    const plain = name.trim()
    const now = bench.levels.find((level) => level.id === id)?.name
    if (bench.pack === null || plain === '' || plain === now) return
    await bench.act(`Name a level “${plain}”`, renameLevel(bench.pack, id, plain))
  }
  return { watchers, pictures, forecast, running, isStale, goals, add, remove, move, rename }
})
