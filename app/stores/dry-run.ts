import { latest } from '../composables/latest'
import { gamesOf, SKILLS, type DryGame } from '@core/dry-run/batch'
import { curveValues, halfPoint, onStep, type CurvePoint } from '@core/dry-run/curve'
import { feltOf } from '@core/dry-run/felt'
import { bySkill, causesOf, rateOf } from '@core/dry-run/statistics'
import { rulesFor } from '@core/game/registry'
import { docOfLevel } from '@core/game/setup'
import type { GameDoc } from '@core/game/types'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { dryRun } from '../workers/dry-run'
import { perPack } from '../composables/per-pack'
import { useBench } from './bench'

const SEED = 20261123
/** Games of each skill: enough to say "about half", at once; and enough to say it well. */
const QUICK = 40
const THOROUGH = 200
const CURVE_GAMES = 60
const CURVE_VALUES = 9
const AVERAGE = 0.5
const WAIT_MS = 250

/** What simulated players make of the pack, worked out again whenever something they could feel has changed. */
export const useDryRun = defineStore('dry-run', () => {
  const bench = useBench()
  /** Somebody looks at the figures: only then are they worked out. */
  const watchers = ref(0)
  const games = perPack(shallowRef<DryGame[]>([]))
  /** `running` from the moment on at which the figures are those of another game. */
  const state = perPack(ref<'idle' | 'running' | 'done'>('idle'))
  const done = ref(0)
  const asked = ref(0)
  const dial = perPack(ref(''))
  const curve = shallowRef<CurvePoint[]>([])
  const curving = ref(false)
  const turns = latest()
  let curveTurn = 0
  let timer: ReturnType<typeof setTimeout> | null = null
  let playedFor = ''

  /** All levels in one go, instead of the one at hand. */
  const whole = perPack(ref(false))
  const at = computed(() => (whole.value ? bench.setup : bench.here))
  const felt = computed(() => (at.value === null ? '' : feltOf(at.value.doc)))
  const facts = computed(() => (bench.here === null ? null : rulesFor(bench.here.doc.template.id).facts(bench.here)))
  const skills = computed(() => bySkill(games.value))
  const causes = computed(() => causesOf(games.value))
  const average = computed(() => skills.value.find((one) => one.skill === AVERAGE) ?? null)

  async function run(each: number): Promise<void> {
    const doc = at.value?.doc
    if (doc === undefined) return
    // A quick run that waits for its moment must not take the place of the one that was asked for.
    if (timer !== null) clearTimeout(timer)
    timer = null
    const counts = turns.begin()
    const about = felt.value
    const list = gamesOf({ skills: SKILLS.map((one) => one.skill), games: each, seed: SEED })
    state.value = 'running'
    done.value = 0
    asked.value = list.length
    const played = await dryRun(doc, list, counts, (count) => {
      if (counts()) done.value = count
    })
    if (played === null || !counts()) return
    games.value = played
    playedFor = about
    state.value = 'done'
  }
  const thorough = () => run(THOROUGH)

  watch(
    () => [felt.value, watchers.value > 0] as const,
    ([now, looked], old) => {
      if (old !== undefined && now !== old[0]) curve.value = []
      if (!looked || now === '' || (now === playedFor && state.value === 'done')) return
      if (timer !== null) clearTimeout(timer)
      turns.begin()
      state.value = 'running'
      done.value = 0
      timer = setTimeout(() => void run(QUICK), WAIT_MS)
    },
    { immediate: true },
  )

  const dials = computed(() => bench.shownParts.filter((spec) => spec.dial !== undefined))
  const turned = computed(() => dials.value.find((spec) => spec.id === dial.value))
  const value = computed(() => bench.setup?.find('dial', dial.value) ?? 0)
  watch(
    () => [dials.value.map((spec) => spec.id).join(), bench.template?.id],
    () => {
      if (!dials.value.some((spec) => spec.id === dial.value))
        dial.value = (dials.value.find((spec) => spec.as === 'pace') ?? dials.value[0])?.id ?? ''
    },
    { immediate: true },
  )
  watch(dial, () => {
    curve.value = []
  })

  /** How the share of average players who win follows one dial, all others as they stand. */
  async function drawCurve(): Promise<void> {
    const doc = bench.setup?.doc
    const spec = turned.value?.dial
    if (doc === undefined || spec === undefined) return
    const mine = ++curveTurn
    const which = dial.value
    const about = felt.value
    const wanted = () => mine === curveTurn && which === dial.value && about === felt.value
    curving.value = true
    curve.value = []
    const points: CurvePoint[] = []
    for (const at of curveValues(spec, CURVE_VALUES, value.value)) {
      const dials = { ...doc.parts.dial, [which]: at }
      const wholeDoc: GameDoc = { ...doc, parts: { ...doc.parts, dial: dials } }
      const turnedDoc = whole.value ? wholeDoc : docOfLevel(wholeDoc, bench.levelIndex)
      const played = await dryRun(turnedDoc, gamesOf({ skills: [AVERAGE], games: CURVE_GAMES, seed: SEED }), wanted)
      if (played === null) break
      points.push({ value: at, wins: rateOf(played.filter((game) => game.outcome === 'won').length, played.length) })
      curve.value = [...points]
    }
    if (mine === curveTurn) curving.value = false
  }

  /** The dial's value at which half of average players win, on its steps; null where no value does that. */
  const half = computed(() => {
    const spec = turned.value?.dial
    const at = spec === undefined ? null : halfPoint(curve.value, value.value)
    return at === null || spec === undefined ? null : onStep(spec, at)
  })

  return {
    ...{ whole, at, watchers, games, state, done, asked, facts, skills, causes, average, thorough },
    ...{ dial, dials, turned, value, curve, curving, drawCurve, half },
  }
})
