<script setup lang="ts">
import type { Clip } from '@core/kinds/drawing'
import { computed, ref } from 'vue'
import { useBench } from '~/stores/bench'
import { useWorkbench } from '~/stores/workbench'

/** How a clip runs: speed, holds, and what it does at its end. */
const bench = useBench()
const at = useWorkbench()
const MODES: { id: Clip['mode']; name: string }[] = [
  { id: 'loop', name: 'Round and round' },
  { id: 'once', name: 'Once' },
  { id: 'bounce', name: 'To and fro' },
]
const missing = computed(() =>
  [...(at.spec?.clips ?? []), ...(at.spec?.optionalClips ?? [])].filter((name) => !at.clips.includes(name)),
)
const needed = computed(() => at.clipName === at.spec?.clips?.[0] || at.clips.length < 2)
const added = ref('')
const own = computed(() =>
  added.value
    .toLowerCase()
    .replace(/[^a-z0-9-]/g, '')
    .replace(/^[^a-z]+/, '')
    .slice(0, 24),
)

function add(name: string): void {
  if (at.sprite === undefined || at.clip === undefined || name === '' || at.clips.includes(name)) return
  const copy = JSON.parse(JSON.stringify(at.clip)) as Clip
  void at.change(`Add the clip ${name}`, { clips: { ...at.sprite.clips, [name]: copy } }).then(() => {
    at.clipName = name
    added.value = ''
  })
}
function remove(): void {
  if (at.sprite === undefined) return
  const { [at.clipName]: _gone, ...rest } = at.sprite.clips
  void at.change(`Take out the clip ${at.clipName}`, { clips: rest })
}
function hold(value: number): void {
  if (at.clip === undefined) return
  const frames = at.clip.frames.map((frame, i) => (i === at.index ? { ...frame, hold: value } : frame))
  void at.changeClip('Hold a frame', { frames }, at.key(`hold${at.index}`))
}
</script>

<template>
  <template v-if="at.clip">
    <InspectorSliderRow
      name="Speed"
      label="Frames a second"
      :value="at.clip.fps"
      :min="1"
      :max="30"
      :step="0.5"
      :shown="`${at.clip.fps} a second`"
      @set="at.changeClip('Set the speed of a clip', { fps: $event }, at.key('fps'))"
      @end="bench.seal()"
    />
    <InspectorSliderRow
      name="Hold"
      label="Hold of this frame, times as long as the others"
      :value="at.frame?.hold ?? 1"
      :min="0.5"
      :max="8"
      :step="0.5"
      :shown="`frame ${at.index + 1}: ×${at.frame?.hold ?? 1}, ${Math.round((1000 / (at.clip?.fps ?? 8)) * (at.frame?.hold ?? 1))} ms`"
      @set="hold"
      @end="bench.seal()"
    />
    <div class="modes" role="group" aria-label="At its end">
      <button
        v-for="mode in MODES"
        :key="mode.id"
        :class="['plain-button', 'mode', { on: at.clip.mode === mode.id }]"
        :aria-pressed="at.clip.mode === mode.id"
        @click="at.changeClip('Set how a clip runs', { mode: mode.id })"
      >
        {{ mode.name }}
      </button>
    </div>
    <InspectorSliderRow
      v-if="at.clip.mode === 'loop' && at.clip.frames.length > 1"
      name="Back to"
      label="The frame that follows the last one"
      :value="(at.clip.loopFrom ?? 0) + 1"
      :min="1"
      :max="at.clip.frames.length"
      :step="1"
      :shown="`frame ${(at.clip.loopFrom ?? 0) + 1}`"
      @set="at.changeClip('Set where a clip comes back to', { loopFrom: $event - 1 }, at.key('loop'))"
      @end="bench.seal()"
    />
    <InspectorSliderRow
      v-if="at.clip.mode !== 'once'"
      name="Rounds"
      label="Rounds, then it stays"
      :value="at.clip.repeats ?? 0"
      :min="0"
      :max="12"
      :step="1"
      :shown="(at.clip.repeats ?? 0) === 0 ? 'for ever' : `${at.clip.repeats} ×`"
      @set="at.changeClip('Set how often a clip runs', { repeats: $event }, at.key('repeats'))"
      @end="bench.seal()"
    />
    <hr class="fold" />
    <p v-if="missing.length > 0" class="soft">
      The game also asks for {{ missing.join(', ') }}; without them it shows the first clip.
    </p>
    <div class="row">
      <v-btn v-for="name in missing" :key="name" variant="outlined" size="small" @click="add(name)"
        >Add {{ name }}</v-btn
      >
    </div>
    <div class="row">
      <v-text-field v-model="added" label="A clip of your own" maxlength="24" @keydown.enter="add(own)" />
      <v-btn variant="outlined" :disabled="own === '' || at.clips.includes(own)" @click="add(own)">Add</v-btn>
    </div>
    <div class="row">
      <v-btn variant="text" :disabled="needed" @click="remove">Take out “{{ at.clipName }}”</v-btn>
    </div>
  </template>
</template>

<style scoped>
.modes {
  display: flex;
  gap: 5px;
}
.mode {
  flex: 1;
  text-align: center;
  border: 1px solid var(--rule);
  border-radius: 4px;
  min-height: 34px;
  padding: 0 4px;
  font-size: 13px;
}
.mode.on {
  border: 1.5px solid var(--ink);
  font-weight: 700;
}
.row {
  display: flex;
  gap: 8px;
  align-items: center;
  flex-wrap: wrap;
}
.row :deep(.v-text-field) {
  min-width: 150px;
}
</style>
