<script setup lang="ts">
import { gainToward, middle, type Level } from '@core/sound/balance'
import type { Command } from '@core/pack/commands'
import { isAudible, type Audible, type SoundContent } from '@core/kinds/audible'
import type { PartSpec } from '@core/template/template'
import { computed, onBeforeUnmount, shallowRef, watch } from 'vue'
import { useBench } from '~/stores/bench'
import { useDesk } from '~/stores/desk'
import { useSounds } from '~/stores/sounds'
import { plain } from '~/stores/swap'

/** All sounds of the game beside each other: how loud each is, and how loud the template has it. */
interface Row {
  spec: PartSpec
  content: Audible
  own: boolean
  level: Level | null
  wanted: number
}
const bench = useBench()
const desk = useDesk()
const sounds = useSounds()
const levels = shallowRef(new Map<string, Level | null>())

const keyOf = (content: Audible) => `${content.asset}|${content.kind}|${content.gainDb}`
const specs = computed(() => (bench.template?.parts ?? []).filter((spec) => isAudible(spec.content)))
const asked = computed(() => {
  const all = specs.value.flatMap((spec) => [bench.content(spec.id), spec.content].filter(isAudible))
  return [...new Map(all.filter((one) => one.asset !== null).map((one) => [keyOf(one), one])).values()]
})
watch(
  () => asked.value.map(keyOf).join(),
  async () => {
    const missing = asked.value.filter((one) => !levels.value.has(keyOf(one)))
    if (missing.length === 0 || bench.template === null) return
    const facts = Object.fromEntries(missing.map((one) => [one.asset!, plain(bench.facts(one.asset!)!)]))
    const found = await sounds.levels(
      missing.map(({ asset, kind, gainDb }) => ({ asset: asset!, kind, gainDb })),
      facts,
      bench.plainTemplate()!,
    )
    levels.value = new Map([...levels.value, ...missing.map((one, i) => [keyOf(one), found[i] ?? null] as const)])
  },
  { immediate: true },
)
const levelOf = (content: Audible): Level | null => levels.value.get(keyOf(content)) ?? null
const theirMiddle = computed(() =>
  middle(
    specs.value.flatMap((spec) =>
      isAudible(spec.content) && spec.content.kind === 'sound' ? [levelOf(spec.content)?.lufs ?? NaN] : [],
    ),
  ),
)
const rows = computed((): Row[] =>
  specs.value.map((spec) => {
    const content = bench.content(spec.id) as Audible
    const theirs = spec.content as Audible
    return {
      spec,
      content,
      own: bench.pack?.parts[spec.id] !== undefined,
      level: content.asset === null ? null : levelOf(content),
      wanted: theirs.asset === null ? theirMiddle.value : (levelOf(theirs)?.lufs ?? theirMiddle.value),
    }
  }),
)
const offOf = (row: Row): number => (row.level === null ? 0 : row.level.lufs - row.wanted)
const uneven = computed(() =>
  rows.value.filter((row) => Math.abs(offOf(row)) > 1 && levelled(row) !== row.content.gainDb),
)
const levelled = (row: Row): number =>
  row.level === null ? row.content.gainDb : gainToward(row.level, row.content.gainDb, row.wanted)

/** -48 LUFS to -6 LUFS over the width of a bar. */
const across = (lufs: number): number => Math.max(0, Math.min(100, ((lufs + 48) / 42) * 100))

function set(row: Row, change: Partial<SoundContent>, name: string, mark = ''): void {
  void bench.act(
    name,
    { type: 'set-part', part: row.spec.id, from: row.content, content: { ...row.content, ...change } as Audible },
    { mark },
  )
}
async function levelAll(): Promise<void> {
  const commands: Command[] = uneven.value.map((row) => ({
    type: 'set-part',
    part: row.spec.id,
    from: row.content,
    content: { ...row.content, gainDb: levelled(row) },
  }))
  await bench.act(`Level ${commands.length} sounds`, { type: 'all', commands })
}
function listen(row: Row): void {
  const hash = row.content.asset
  const facts = hash === null ? undefined : bench.facts(hash)
  if (hash !== null && facts !== undefined && bench.template !== null)
    void sounds.listen(hash, facts, bench.template, row.content.gainDb)
}
function work(row: Row): void {
  bench.select(row.spec.id)
  desk.show('sound')
}
onBeforeUnmount(() => sounds.stop())
const shown = (db: number) => `${db > 0 ? '+' : ''}${db} dB`.replace('-', '−')
</script>

<template>
  <BenchDeskFrame name="All sounds together" about="Mix">
    <template #acts>
      <v-btn color="primary" :disabled="uneven.length === 0" data-act="level-all" @click="levelAll">{{
        uneven.length === 0 ? 'All level' : `Level all (${uneven.length})`
      }}</v-btn>
    </template>
    <table class="mix">
      <thead>
        <tr>
          <th scope="col">Sound</th>
          <th scope="col">Loudness, and <span class="tick-name">the template’s</span></th>
          <th scope="col">Volume</th>
          <th scope="col">Music steps back</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="row in rows"
          :key="row.spec.id"
          :data-mix="row.spec.id"
          :class="{ here: row.spec.id === bench.selected.part }"
        >
          <th scope="row">
            <button class="plain-button name" @click="work(row)">{{ row.spec.name }}</button>
            <span class="soft">{{
              row.content.asset === null ? 'silent on purpose' : row.own ? 'yours' : 'template’s'
            }}</span>
          </th>
          <td>
            <div
              class="bar"
              :title="row.level ? `${row.level.lufs.toFixed(1)} LUFS, the template’s ${row.wanted.toFixed(1)}` : ''"
            >
              <span
                v-if="row.level"
                :class="['fill', { far: Math.abs(offOf(row)) > 7 }]"
                :style="{ width: `${across(row.level.lufs)}%` }"
              />
              <span class="tick" :style="{ left: `${across(row.wanted)}%` }" />
            </div>
            <span class="mono soft off">{{
              row.level === null
                ? '–'
                : Math.abs(offOf(row)) < 1
                  ? 'level'
                  : `${Math.abs(offOf(row)).toFixed(0)} dB ${offOf(row) > 0 ? 'louder' : 'softer'}`
            }}</span>
          </td>
          <td>
            <div v-if="row.content.asset" class="volume">
              <button class="plain-button hear" :aria-label="`Listen to ${row.spec.name}`" @click="listen(row)">
                <BitsIcon :name="sounds.playing === row.content.asset ? 'pause' : 'play'" :size="16" />
              </button>
              <v-slider
                :model-value="row.content.gainDb"
                :min="-30"
                :max="12"
                :step="0.5"
                :aria-label="`Volume of ${row.spec.name} in decibels`"
                @update:model-value="
                  set(row, { gainDb: $event }, `Set the volume of ${row.spec.name}`, `gain:${row.spec.id}`)
                "
                @end="bench.seal()"
              />
              <span class="mono db">{{ shown(row.content.gainDb) }}</span>
            </div>
          </td>
          <td>
            <select
              v-if="row.content.kind === 'sound' && row.content.asset"
              :value="row.content.duckDb ?? 0"
              :aria-label="`Music steps back under ${row.spec.name}`"
              @change="
                set(
                  row,
                  { duckDb: Number(($event.target as HTMLSelectElement).value) },
                  `Let the music step back under ${row.spec.name}`,
                )
              "
            >
              <option :value="0">not at all</option>
              <option :value="-6">a little</option>
              <option :value="-12">for speech</option>
              <option :value="-24">nearly away</option>
            </select>
          </td>
        </tr>
      </tbody>
    </table>
    <template #beside>
      <p>
        The mark on each bar is how loud the template has that sound among the others.
        <b>Level all</b> brings yours there.
      </p>
      <p class="soft">
        Effects count by their loudest 400 ms, music by the whole of it (ITU-R BS.1770-4). Nothing is raised over −1
        dBTP.
      </p>
      <p class="soft">For a voice, let the music step back: it comes up again after the last word.</p>
    </template>
  </BenchDeskFrame>
</template>

<style scoped>
.mix {
  border-collapse: collapse;
  width: 100%;
}
th,
td {
  text-align: left;
  padding: 5px 8px;
  border-bottom: 1px solid var(--rule);
  vertical-align: middle;
}
thead th {
  position: sticky;
  top: 0;
  background: var(--sheet);
  z-index: 1;
  padding-top: 12px;
}
tr > :first-child {
  padding-left: 16px;
}
tbody th {
  font-weight: 400;
  min-width: 118px;
}
.name {
  display: block;
  font-weight: 700;
  min-height: 24px;
}
.name:hover {
  color: var(--teal);
}
.here th {
  box-shadow: inset 4px 0 0 var(--teal);
}
.bar {
  position: relative;
  height: 12px;
  min-width: 120px;
  background: var(--paper);
  border: 1px solid var(--rule);
}
.fill {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--kraft);
}
.fill.far {
  background: var(--vermilion);
}
.tick {
  position: absolute;
  top: -4px;
  bottom: -4px;
  width: 2px;
  margin-left: -1px;
  background: var(--ink);
}
.tick-name {
  border-bottom: 2px solid var(--ink);
}
.off {
  font-size: 11.5px;
}
.volume {
  display: grid;
  grid-template-columns: 36px minmax(70px, 1fr) 60px;
  align-items: center;
}
.hear {
  min-height: 36px;
}
.db {
  text-align: right;
}
</style>
