<script setup lang="ts">
import { isAudible, type Audible, type SoundContent } from '@core/kinds/audible'
import type { PartSpec } from '@core/template/template'
import { computed, onBeforeUnmount } from 'vue'
import { useBench } from '~/stores/bench'
import { useDesk } from '~/stores/desk'
import { useSoundBench, type SoundTool } from '~/stores/sound-bench'
import { useSounds } from '~/stores/sounds'
import { useSwap } from '~/stores/swap'

const emit = defineEmits<{ moment: [] }>()
const { spec, content } = defineProps<{ spec: PartSpec; content: Audible }>()
const bench = useBench()
const sounds = useSounds()
const desk = useDesk()
const swap = useSwap()
const soundBench = useSoundBench()
const theirs = computed(() => (isAudible(spec.content) ? spec.content.asset : null))
const facts = computed(() => (content.asset === null ? undefined : bench.facts(content.asset)))

function listen(hash: string | null, gainDb = 0): void {
  const known = hash === null ? undefined : bench.facts(hash)
  if (hash !== null && known !== undefined && bench.template !== null)
    void sounds.listen(hash, known, bench.template, gainDb)
}
function set(name: string, change: Partial<SoundContent>, mark = ''): void {
  void bench.act(name, { type: 'set-part', part: spec.id, from: content, content: { ...content, ...change } }, { mark })
}
function work(tool: SoundTool): void {
  soundBench.tool = tool
  desk.show('sound')
}
function silence(on: boolean | null): void {
  if (on === true) set(`No sound for ${spec.name}`, { asset: null })
  else if (theirs.value !== null) void bench.act(`Reset ${spec.name}`, { type: 'reset-part', part: spec.id })
}
onBeforeUnmount(() => sounds.stop())
</script>

<template>
  <div v-if="content.asset !== null" class="sound">
    <div class="shape"><BitsWave :asset="content.asset" /></div>
    <div class="acts">
      <v-btn variant="outlined" @click="listen(content.asset, content.gainDb)"
        ><BitsIcon :name="sounds.playing === content.asset ? 'pause' : 'play'" :size="16" />{{
          bench.pack?.parts[spec.id] ? 'Yours' : 'Listen'
        }}</v-btn
      >
      <v-btn v-if="bench.pack?.parts[spec.id] && theirs !== null" variant="text" @click="listen(theirs)"
        ><BitsIcon :name="sounds.playing === theirs ? 'pause' : 'play'" :size="16" />Template’s</v-btn
      >
      <span v-if="facts" class="mono soft">{{ facts.durationS.toFixed(2) }} s</span>
    </div>
    <InspectorSliderRow
      name="Volume"
      label="Volume in decibels"
      :value="content.gainDb"
      :min="-30"
      :max="6"
      :step="1"
      :shown="`${content.gainDb > 0 ? '+' : ''}${content.gainDb} dB`"
      @set="set('Set the volume', { gainDb: $event }, `gain:${spec.id}`)"
      @end="bench.seal()"
    />
  </div>
  <p v-else class="silent soft">Nothing sounds here.</p>
  <div class="ways">
    <v-btn
      v-if="content.asset !== null"
      variant="outlined"
      :disabled="swap.isComing(spec.id)"
      data-act="work-on-sound"
      @click="work('cut')"
      >Work on it</v-btn
    >
    <v-btn v-if="content.kind === 'sound'" variant="outlined" @click="work('make')">Make one</v-btn>
    <v-btn variant="outlined" @click="work('record')">Record one</v-btn>
    <template v-if="bench.base?.kind === 'engine'">
      <v-btn v-if="content.asset !== null" variant="text" @click="emit('moment')">In the game</v-btn>
      <v-btn variant="text" @click="desk.show('mix')">All sounds together</v-btn>
    </template>
  </div>
  <v-checkbox
    v-if="theirs !== null || content.asset !== null"
    :model-value="content.asset === null"
    label="No sound here on purpose"
    @update:model-value="silence"
  />
</template>

<style scoped>
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.sound {
  display: grid;
  gap: 10px;
}
.shape {
  height: 74px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  padding: 6px;
}
.acts {
  display: flex;
  align-items: center;
  gap: 8px;
}
.acts .mono {
  margin-left: auto;
}
</style>
