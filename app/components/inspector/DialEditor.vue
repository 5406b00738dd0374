<script setup lang="ts">
import type { PartContent } from '@core/kinds'
import type { PartSpec } from '@core/template/template'
import { computed } from 'vue'
import { useBench } from '~/stores/bench'

const { spec } = defineProps<{ spec: PartSpec; content?: PartContent; compact?: boolean }>()
const bench = useBench()
const content = computed(() => bench.content(spec.id))
const value = computed(() => (content.value?.kind === 'dial' ? content.value.value : 0))
const made = computed(() => (spec.content.kind === 'dial' ? spec.content.value : 0))
const mark = computed(() =>
  spec.dial === undefined ? 0 : ((made.value - spec.dial.min) / (spec.dial.max - spec.dial.min)) * 100,
)

function set(next: number): void {
  if (!Number.isFinite(next) || spec.dial === undefined) return
  const held = Math.max(spec.dial.min, Math.min(spec.dial.max, next))
  void bench.act(
    `Set ${spec.name} to ${held}`,
    { type: 'set-part', part: spec.id, content: { kind: 'dial', value: held } },
    { mark: `dial:${spec.id}` },
  )
}
const reset = () => bench.act(`Reset ${spec.name}`, { type: 'reset-part', part: spec.id })
</script>

<template>
  <div v-if="spec.dial" class="dial" :data-dial="spec.id">
    <div class="line">
      <h3>{{ spec.name }}</h3>
      <span class="mono">{{ value }} {{ spec.dial.unit }}</span>
    </div>
    <div class="track">
      <v-slider
        :model-value="value"
        :min="spec.dial.min"
        :max="spec.dial.max"
        :step="spec.dial.step"
        :aria-label="`${spec.name} in ${spec.dial.unit}`"
        @update:model-value="set"
        @end="bench.seal()"
      />
      <span class="default" :style="{ left: `${mark}%` }" title="as made" />
    </div>
    <p class="soft effect">
      {{ spec.dial.effect }} <button v-if="value !== made" class="link" @click="reset">Back to {{ made }}</button>
    </p>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  justify-content: space-between;
}
.track {
  position: relative;
  margin: 0 7px;
}
.track :deep(.v-slider) {
  margin: 0 -7px;
}
.default {
  position: absolute;
  bottom: 1px;
  width: 2px;
  height: 7px;
  margin-left: -1px;
  background: var(--soft);
}
.effect {
  font-size: 12.5px;
}
.effect .link {
  padding: 0;
}
</style>
