<script setup lang="ts">
import type { PartContent } from '@core/kinds'
import type { PartSpec } from '@core/template/template'
import { computed } from 'vue'
import { useSpot } from '~/composables/spot'

const { spec } = defineProps<{ spec: PartSpec; content?: PartContent; compact?: boolean }>()
const spot = useSpot()
const at = computed(() => spot.value(spec))
const STEP = 0.05
</script>

<template>
  <div class="spot" :data-spot="spec.id">
    <p class="soft">Its handle goes by arrow keys too; Shift goes further.</p>
    <div class="line">
      <label v-for="axis in ['x', 'y'] as const" :key="axis">
        <span>{{ axis === 'x' ? 'To the right' : 'Down' }}</span>
        <input
          v-typed="at[axis]"
          type="number"
          class="mono"
          :step="STEP"
          :min="spec.spot?.least[axis]"
          :max="spec.spot?.most[axis]"
          :data-axis="axis"
          @change="
            spot.move(
              spec,
              axis === 'x' ? Number(($event.target as HTMLInputElement).value) : at.x,
              axis === 'y' ? Number(($event.target as HTMLInputElement).value) : at.y,
            )
          "
          @blur="spot.seal()"
        />
      </label>
    </div>
  </div>
</template>

<style scoped>
.line {
  margin: 8px 0;
  display: flex;
  gap: 14px;
}
label {
  display: grid;
  gap: 4px;
}
input {
  width: 92px;
  padding: 6px 8px;
  border: 1px solid var(--soft);
  border-radius: 4px;
  background: var(--sheet);
  color: inherit;
}
</style>
