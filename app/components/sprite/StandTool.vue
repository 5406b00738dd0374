<script setup lang="ts">
import type { Point } from '@core/game/types'
import { computed, ref, watch } from 'vue'
import { useBench } from '~/stores/bench'
import { useShapes } from '~/stores/shapes'
import { useWorkbench } from '~/stores/workbench'

/** The point a drawing stands on, for the sprite or for one clip. */
const bench = useBench()
const at = useWorkbench()
const shapes = useShapes()
const drawn = ref<{ x: number; y: number; w: number; h: number } | null>(null)
watch(
  [() => at.sprite, () => at.frame],
  async () => {
    drawn.value =
      at.sprite === undefined || at.frame === undefined
        ? null
        : ((await shapes.look(at.sprite, at.frame))?.drawn ?? null)
  },
  { immediate: true },
)
const pivot = computed(() => at.clip?.pivot ?? at.sprite?.pivot ?? { x: 0, y: 0 })
const forClip = computed(() => at.clip?.pivot !== undefined)
const round = (value: number) => Math.round(value * 10000) / 10000

function set(p: Point): void {
  const next = { x: round(p.x), y: round(p.y) }
  if (forClip.value) void at.changeClip('Move the pivot of a clip', { pivot: next })
  else void at.change('Move the pivot', { pivot: next })
}
/** Of what is drawn, not of the empty canvas around it. */
function of(x: number, y: number): Point {
  const box = drawn.value ?? { x: 0, y: 0, w: 1, h: 1 }
  return { x: box.x + box.w * x, y: box.y + box.h * y }
}
const SNAPS: { name: string; x: number; y: number }[] = [
  { name: 'feet', x: 0.5, y: 1 },
  { name: 'centre', x: 0.5, y: 0.5 },
  { name: 'top left', x: 0, y: 0 },
  { name: 'top right', x: 1, y: 0 },
  { name: 'bottom left', x: 0, y: 1 },
  { name: 'bottom right', x: 1, y: 1 },
]
function perClip(on: boolean): void {
  void at.changeClip(on ? 'Give a clip a pivot of its own' : 'Use the sprite’s pivot', {
    pivot: on ? { ...pivot.value } : undefined,
  })
}
</script>

<template>
  <p class="soft">Drag the cross or press the arrow keys. The grey ring is the template’s.</p>
  <p class="mono">{{ Math.round(pivot.x * 100) }} % across, {{ Math.round(pivot.y * 100) }} % down</p>
  <div class="snaps">
    <v-btn v-for="snap in SNAPS" :key="snap.name" variant="outlined" size="small" @click="set(of(snap.x, snap.y))">{{
      snap.name
    }}</v-btn>
  </div>
  <v-btn v-if="at.reference" color="primary" variant="flat" @click="set(at.reference.pivot)"
    >Stand as the template does</v-btn
  >
  <v-switch
    :model-value="forClip"
    :label="`A pivot of its own for “${at.clipName}”`"
    @update:model-value="perClip($event === true)"
    @blur="bench.seal()"
  />
  <v-switch v-model="at.ghost" label="Show the template’s drawing behind" />
</template>

<style scoped>
.snaps {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
}
</style>
