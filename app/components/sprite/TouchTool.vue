<script setup lang="ts">
import type { Point } from '@core/game/types'
import { computed, ref, watch } from 'vue'
import { useShapes, type ShapeKind } from '~/stores/shapes'
import { useWorkbench } from '~/stores/workbench'

/** What of a drawing touches: fitted, plain or drawn by hand; for the sprite, a clip or one frame. */
const at = useWorkbench()
const shapes = useShapes()
const points = ref(12)
type Scope = 'sprite' | 'clip' | 'frame'
const scope = computed<Scope>(() =>
  at.frame?.hitShape !== undefined ? 'frame' : at.clip?.hitShape !== undefined ? 'clip' : 'sprite',
)
const shape = computed((): Point[] => at.frame?.hitShape ?? at.clip?.hitShape ?? at.sprite?.hitShape ?? [])
const fair = ref<{ here: number; there: number } | null>(null)
watch(
  [shape, () => at.frame, () => at.reference],
  async () => {
    const { sprite, frame, reference } = at
    if (sprite === undefined || frame === undefined) return
    const here = await shapes.fairness(sprite, shape.value, frame)
    const there = reference === undefined ? here : await shapes.fairness(reference)
    fair.value = here === null || there === null ? null : { here, there }
  },
  { immediate: true },
)
const percent = (value: number) => `${Math.round(value * 100)} %`

function put(name: string, next: Point[] | undefined, to: Scope = scope.value): Promise<void> {
  if (to === 'sprite' && next !== undefined) return at.change(name, { hitShape: next })
  if (to === 'clip') return at.changeClip(name, { hitShape: next })
  const frames = at.clip!.frames.map((frame, i) => (i === at.index ? { ...frame, hitShape: next } : frame))
  return at.changeClip(name, { frames })
}
async function make(kind: ShapeKind, name: string): Promise<void> {
  if (at.sprite === undefined || at.frame === undefined) return
  const frame = { ...at.frame, hitShape: shape.value }
  const next = await shapes.shape(kind, at.sprite, frame, points.value, fair.value?.there ?? 1)
  if (next !== null) await put(name, next)
}
async function setScope(to: Scope): Promise<void> {
  if (to === scope.value) return
  const current = shape.value
  if (scope.value === 'frame') await put('Use the clip’s hit shape', undefined, 'frame')
  if (scope.value === 'clip' && to === 'sprite') await put('Use the sprite’s hit shape', undefined, 'clip')
  if (to !== 'sprite') await put(`Give a ${to} a hit shape of its own`, current, to)
}
const SCOPES: { id: Scope; name: string }[] = [
  { id: 'sprite', name: 'Whole sprite' },
  { id: 'clip', name: 'This clip' },
  { id: 'frame', name: 'This frame' },
]
</script>

<template>
  <p class="soft">Drag a corner; press a side for one more; Delete takes one out. The dashed line is the template’s.</p>
  <div v-if="fair" class="fair" data-testid="fairness">
    <span class="bar"><i :style="{ width: `${Math.min(100, fair.here * 60)}%` }" class="yours" /></span>
    <span>Yours {{ percent(fair.here) }} of the drawing</span>
    <span class="bar"><i :style="{ width: `${Math.min(100, fair.there * 60)}%` }" /></span>
    <span class="soft">Template {{ percent(fair.there) }}</span>
  </div>
  <InspectorSliderRow
    name="Points"
    label="Most points of the outline"
    :value="points"
    :min="4"
    :max="32"
    :step="1"
    :shown="String(points)"
    @set="points = $event"
  />
  <div class="makes">
    <v-btn color="primary" @click="make('outline', 'Fit the hit shape to the drawing')">Fit to the drawing</v-btn>
    <v-btn
      variant="outlined"
      :disabled="fair === null"
      @click="make('fair', 'Make the hit shape as fair as the template’s')"
      >As fair as the template</v-btn
    >
    <v-btn variant="outlined" @click="make('box', 'Use a box as hit shape')">Box</v-btn>
    <v-btn variant="outlined" @click="make('capsule', 'Use a capsule as hit shape')">Capsule</v-btn>
  </div>
  <div class="scopes" role="group" aria-label="For">
    <button
      v-for="one in SCOPES"
      :key="one.id"
      :class="['plain-button', 'scope', { on: one.id === scope }]"
      :aria-pressed="one.id === scope"
      @click="setScope(one.id)"
    >
      {{ one.name }}
    </button>
  </div>
  <v-switch v-model="at.ghost" label="Show the template’s behind" />
</template>

<style scoped>
.fair {
  display: grid;
  grid-template-columns: 90px 1fr;
  gap: 4px 10px;
  align-items: center;
}
.bar {
  height: 9px;
  background: var(--desk);
}
.bar i {
  display: block;
  height: 100%;
  background: var(--soft);
}
.bar .yours {
  background: var(--teal);
}
.makes {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
}
.makes > :nth-child(-n + 2) {
  grid-column: 1 / -1;
}
.scopes {
  display: flex;
  gap: 5px;
}
.scope {
  flex: 1;
  text-align: center;
  border: 1px solid var(--rule);
  border-radius: 4px;
  min-height: 34px;
  font-size: 13px;
}
.scope.on {
  border: 1.5px solid var(--ink);
  font-weight: 700;
}
</style>
