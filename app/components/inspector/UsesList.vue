<script setup lang="ts">
import { splitKey, splittable, wholePart } from '@core/template/uses'
import type { PartSpec } from '@core/template/template'
import { computed } from 'vue'
import { useBench } from '~/stores/bench'

/** Every place a part is met in. One of them can have something of its own, and come back. */
const { spec } = defineProps<{ spec: PartSpec }>()
const bench = useBench()
const whole = computed(() => bench.baseSpec(wholePart(spec.id)))
const isSplit = computed(() => whole.value !== undefined && whole.value.id !== spec.id)
const can = computed(() => (whole.value === undefined ? [] : splittable(whole.value).map((use) => use.use)))

async function split(use: string, name: string): Promise<void> {
  const content = bench.content(spec.id)
  if (content === undefined) return
  const key = splitKey(spec.id, use)
  const copy = JSON.parse(JSON.stringify(content)) as typeof content
  await bench.act(`Use something else for ${spec.name}: ${name}`, { type: 'set-part', part: key, content: copy })
  bench.select(key)
}
async function join(): Promise<void> {
  await bench.act(`Use the same for ${spec.name} again`, { type: 'reset-part', part: spec.id })
  bench.select(wholePart(spec.id))
}
</script>

<template>
  <div data-testid="uses">
    <h3>Where it shows</h3>
    <ul class="uses">
      <li v-for="use in spec.appearsIn" :key="use.name">
        <span>{{ use.name }}</span>
        <button
          v-if="!isSplit && spec.appearsIn.length > 1 && can.includes(use.use)"
          class="link"
          @click="split(use.use, use.name)"
        >
          something else here only
        </button>
      </li>
    </ul>
    <v-btn v-if="isSplit" variant="outlined" size="small" @click="join">Same as {{ whole!.name }} again</v-btn>
  </div>
</template>

<style scoped>
.uses {
  margin: 4px 0 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  padding: 2px 0;
}
.link {
  white-space: nowrap;
}
</style>
