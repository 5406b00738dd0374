<script setup lang="ts">
import { recordingOf, SKILLS, type DryGame } from '@core/dry-run/batch'
import { fallsOf, heatOf } from '@core/dry-run/statistics'
import type { Recording } from '@core/game/recording'
import { computed, onBeforeUnmount, onMounted, ref, useTemplateRef, watch } from 'vue'
import { loadImagesOf } from '~/composables/images'
import { pictureOf } from '~/composables/screen-pictures'
import { lettersOf } from '~/composables/typeface'
import { useAssets } from '~/stores/assets'
import { useBench } from '~/stores/bench'
import { useDryRun } from '~/stores/dry-run'
import { curveChart, scoreChart, timeChart, winChart } from './charts'

/** Hundreds of games by simulated players: who wins, how long it takes, what ends games and where. */
const emit = defineEmits<{ watch: [recording: Recording] }>()
const dry = useDryRun()
const bench = useBench()
const assets = useAssets()
onMounted(() => dry.watchers++)
onBeforeUnmount(() => {
  dry.watchers--
  ground?.picture.close()
})
const skill = ref(0.5)
const skillName = computed(() => SKILLS.find((one) => one.skill === skill.value)!.name)
const ofSkill = computed(() => dry.games.filter((game) => game.skill === skill.value))
const names = SKILLS.map((one) => one.name)
const spread = computed(() => dry.skills.find((one) => one.skill === skill.value)?.score ?? null)

const rows = computed(() => dry.skills.map((row, i) => ({ ...row, name: names[i]! })))
const byWins = computed(() => winChart(rows.value, (one) => (skill.value = one)))
const byTime = computed(() => timeChart(rows.value))
const byScore = computed(() => scoreChart(ofSkill.value))
const byDial = computed(() => curveChart(dry.curve, dry.value, dry.turned?.dial))
const nameOf = (of: number) => SKILLS.find((one) => one.skill === of)?.name.toLowerCase() ?? ''
/** Where more skill does not win more: by chance of few games, or really. */
const fall = computed(() => (dry.state === 'running' ? null : (fallsOf(dry.skills)[0] ?? null)))
/** Cells a world unit has in the map of where games end. */
const PER_UNIT = 4
const heat = useTemplateRef<HTMLCanvasElement>('heat')
let ground: { doc: unknown; picture: ImageBitmap } | null = null
async function drawHeat(): Promise<void> {
  const { here: setup, template } = bench
  const to = heat.value
  if (to === null || setup === null || template === null) return
  if (ground?.doc !== setup.doc) {
    const letters = await lettersOf(setup.doc, template)
    await loadImagesOf(setup.doc, template)
    const { behind } = pictureOf('play', setup, assets.bitmaps(), letters, 0)
    const picture = await createImageBitmap(behind)
    ground?.picture.close()
    ground = { doc: setup.doc, picture }
  }
  const ink = to.getContext('2d')!
  ink.globalAlpha = 1
  ink.drawImage(ground.picture, 0, 0, to.width, to.height)
  ink.fillStyle = '#171b26'
  ink.globalAlpha = 0.55
  ink.fillRect(0, 0, to.width, to.height)
  const [columns, rows] = [setup.stage.width * PER_UNIT, setup.stage.height * PER_UNIT]
  const cells = heatOf(ofSkill.value, setup.stage, columns, rows)
  let most = 0
  for (const cell of cells) most = Math.max(most, cell)
  if (most === 0) return
  ink.fillStyle = '#ff7a4d'
  const [w, h] = [to.width / columns, to.height / rows]
  cells.forEach((cell, i) => {
    if (cell === 0) return
    ink.globalAlpha = Math.min(1, 0.25 + 0.75 * (cell / most))
    ink.fillRect((i % columns) * w, Math.floor(i / columns) * h, Math.ceil(w), Math.ceil(h))
  })
}
watch([() => dry.games, skill, heat], () => void drawHeat(), { flush: 'post', immediate: true })

const causes = computed(() => dry.causes.slice(0, 5))
/** Games worth looking at, of the skill that is shown. */
const worth = computed(() => {
  // Games over several levels are not one play that could be shown.
  if (dry.whole) return []
  const own = ofSkill.value
  const by = (better: (a: DryGame, b: DryGame) => boolean, of: readonly DryGame[]) =>
    of.reduce<DryGame | null>((best, game) => (best === null || better(game, best) ? game : best), null)
  const lost = own.filter((game) => game.outcome === 'lost')
  const won = own.filter((game) => game.outcome === 'won')
  const middle = [...own].sort((a, b) => a.seconds - b.seconds)[Math.floor(own.length / 2)] ?? null
  const rows: [string, DryGame | null][] = [
    ['Soonest lost', by((a, b) => a.seconds < b.seconds, lost)],
    ['A usual one', middle],
    ['Soonest won', by((a, b) => a.seconds < b.seconds, won)],
    ['Most points', by((a, b) => a.score > b.score, own)],
  ]
  return rows.flatMap(([name, game]) => (game === null ? [] : [{ name, game }]))
})
function show(game: DryGame): void {
  if (bench.here !== null) emit('watch', recordingOf(bench.here, game, bench.levelIndex))
}
function which(level: string): void {
  dry.whole = level === ''
  if (level !== '') bench.goToLevel(level)
}
async function setTo(value: number): Promise<void> {
  const spec = dry.turned
  if (spec === undefined) return
  await bench.act(`Set ${spec.name} to ${value}`, { type: 'set-part', part: spec.id, content: { kind: 'dial', value } })
}
</script>

<template>
  <BenchDeskFrame name="Dials and dry run" about="Dry run">
    <template #head>
      <span class="soft" role="status">{{
        dry.state === 'running'
          ? `${dry.done} of ${dry.asked} games…`
          : dry.games.length > 0
            ? `${dry.games.length} games`
            : ''
      }}</span>
    </template>
    <template #acts>
      <select
        v-if="bench.levels.length > 1"
        aria-label="What is played"
        :value="dry.whole ? '' : bench.level"
        @change="which(($event.target as HTMLSelectElement).value)"
      >
        <option v-for="(level, i) in bench.levels" :key="level.id" :value="level.id">
          Level {{ i + 1 }}, {{ level.name }}
        </option>
        <option value="">All levels in one go</option>
      </select>
      <v-btn
        variant="outlined"
        :loading="dry.state === 'running' && dry.asked >= 1000"
        data-act="thorough"
        @click="dry.thorough()"
        >Play 1000 games</v-btn
      >
    </template>
    <div class="grid">
      <figure>
        <figcaption><b>Who wins</b><span class="soft">line: surely between</span></figcaption>
        <DryRunChart :make="byWins" about="Share of games won, by skill" />
        <p v-if="fall" class="soft" data-testid="fall">
          <template v-if="fall.sure"
            >A player who is {{ nameOf(fall.higher) }} really wins less often than one who is {{ nameOf(fall.lower) }}:
            skill is of little use with these dials.</template
          >
          <template v-else
            >That {{ nameOf(fall.higher) }} players win less often here than {{ nameOf(fall.lower) }} ones may be
            chance{{ dry.games.length < 1000 ? ': play 1000 games to see' : '' }}.</template
          >
        </p>
      </figure>
      <figure>
        <figcaption><b>How long a game takes</b><span class="soft">middle half, and the middle</span></figcaption>
        <DryRunChart :make="byTime" about="Seconds to the end of a game, by skill" />
      </figure>
      <figure class="wide">
        <figcaption>
          <b>What one dial does to average players</b>
          <select v-model="dry.dial" aria-label="Dial of the curve">
            <option v-for="spec in dry.dials" :key="spec.id" :value="spec.id">{{ spec.name }}</option>
          </select>
          <v-btn variant="outlined" size="small" :loading="dry.curving" data-act="curve" @click="dry.drawCurve()"
            >Try its whole range</v-btn
          >
        </figcaption>
        <DryRunChart
          v-if="dry.curve.length > 0"
          :make="byDial"
          :about="`Share of average players who win, by ${dry.turned?.name}`"
        />
        <p v-if="dry.curve.length > 0 && !dry.curving" class="half" data-testid="half">
          <template v-if="dry.half !== null"
            >At {{ dry.half }} {{ dry.turned?.dial?.unit }} half of average players win.
            <v-btn
              v-if="dry.half !== dry.value"
              size="small"
              variant="outlined"
              data-act="set-to"
              @click="setTo(dry.half)"
              >Set to {{ dry.half }}</v-btn
            ></template
          >
          <template v-else>No value of this dial makes it half and half.</template>
        </p>
      </figure>
      <figure>
        <figcaption>
          <b>Points</b>
          <select v-model.number="skill" aria-label="Skill of the players">
            <option v-for="one in SKILLS" :key="one.skill" :value="one.skill">{{ one.name }}</option>
          </select>
        </figcaption>
        <DryRunChart :make="byScore" :about="`Games by points, ${skillName}`" />
        <p v-if="spread" class="soft">
          Middle {{ spread.median }} ({{ spread.medianLow }} to {{ spread.medianHigh }}), from {{ spread.least }} to
          {{ spread.most }}.
        </p>
      </figure>
      <figure>
        <figcaption>
          <b>Where games are lost</b><span class="soft">{{ skillName }}</span>
        </figcaption>
        <canvas
          ref="heat"
          :width="20 * (bench.setup?.stage.width ?? 0)"
          :height="20 * (bench.setup?.stage.height ?? 0)"
          class="heat"
          role="img"
          :aria-label="`Where games of ${skillName} players are lost`"
        />
      </figure>
      <figure>
        <figcaption><b>What ends games</b><span class="soft">all skills</span></figcaption>
        <p v-if="causes.length === 0" class="soft">
          {{ dry.games.length === 0 ? 'Simulated players are playing…' : 'Every game was won.' }}
        </p>
        <ol class="causes">
          <li v-for="one in causes" :key="one.cause">
            <span>{{ one.cause }}</span>
            <span class="bar"><span :style="{ width: `${one.share.rate * 100}%` }" /></span>
            <span class="mono">{{ Math.round(one.share.rate * 100) }} %</span>
          </li>
        </ol>
      </figure>
      <figure>
        <figcaption>
          <b>Watch one</b><span class="soft">{{ skillName }}</span>
        </figcaption>
        <ul class="watch">
          <li v-for="one in worth" :key="one.name">
            <button class="link" :data-watch="one.name" @click="show(one.game)">{{ one.name }}</button>
            <span class="soft mono">{{ one.game.seconds.toFixed(0) }} s, {{ one.game.score }} points</span>
          </li>
        </ul>
      </figure>
    </div>
    <template #beside>
      <DryRunPresetButtons />
      <DryRunForecast />
      <hr class="fold" />
      <InspectorDialEditor v-for="spec in dry.dials" :key="spec.id" :spec="spec" />
    </template>
  </BenchDeskFrame>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 18px 22px;
  padding: 14px 16px;
}
figure {
  margin: 0;
  min-width: 0;
}
.wide {
  grid-column: 1 / -1;
  border-block: 1px dashed var(--soft);
  padding: 10px 0;
}
figcaption {
  display: flex;
  align-items: center;
  gap: 10px;
  margin-bottom: 6px;
}
figcaption .soft {
  font-size: 12.5px;
}
.half {
  display: flex;
  align-items: center;
  gap: 12px;
  margin-top: 6px;
}
.heat {
  max-width: 100%;
  max-height: 240px;
  display: block;
}
.causes,
.watch {
  list-style: none;
  margin: 0;
  padding: 0;
}
.causes li {
  display: grid;
  grid-template-columns: 120px 1fr 46px;
  gap: 8px;
  align-items: center;
  min-height: 28px;
}
.bar {
  height: 11px;
  background: var(--paper);
  border: 1px solid var(--rule);
}
.bar span {
  display: block;
  height: 100%;
  background: var(--vermilion);
}
.watch li {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
</style>
