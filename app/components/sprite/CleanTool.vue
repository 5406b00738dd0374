<script setup lang="ts">
import { latest } from '~/composables/latest'
import type { Rework } from '@core/art/rework'
import { onBeforeUnmount, ref, watch } from 'vue'
import { useShapes } from '~/stores/shapes'
import { useSwap } from '~/stores/swap'
import { useWorkbench } from '~/stores/workbench'

/** Takes a flat backdrop out of the drawing, shown over the game's own one before it is done. */
const at = useWorkbench()
const swap = useSwap()
const shapes = useShapes()
const colour = ref<{ r: number; g: number; b: number } | null>(null)
const tolerance = ref(40)
const everywhere = ref(false)
const fringe = ref(true)
const ready = ref(false)
const hex = (c: { r: number; g: number; b: number }) =>
  `#${[c.r, c.g, c.b].map((v) => v.toString(16).padStart(2, '0')).join('')}`
const what = (): Rework => ({
  do: 'key-out',
  options: { colour: colour.value!, tolerance: tolerance.value, everywhere: everywhere.value, fringe: fringe.value },
})

const turns = latest()
async function look(): Promise<void> {
  const counts = turns.begin()
  if (at.sprite === undefined || at.frame === undefined || colour.value === null || !at.own) return
  const made = await shapes.preview(at.sprite, at.frame, what()).catch(() => null)
  if (!counts()) return made?.bitmap.close()
  at.preview?.bitmap.close()
  at.preview = made
}
async function fromCorners(): Promise<void> {
  if (at.sprite === undefined || at.frame === undefined) return
  const found = await shapes.look(at.sprite, at.frame)
  colour.value = found?.border ?? null
  ready.value = true
}
watch([colour, tolerance, everywhere, fringe, () => at.index, () => at.sprite], () => void look())
watch(
  () => at.sprite,
  () => void fromCorners(),
  { immediate: true },
)
onBeforeUnmount(() => {
  turns.end()
  at.preview?.bitmap.close()
  at.preview = null
})

async function done(): Promise<void> {
  if (at.sprite === undefined || colour.value === null) return
  const asked = what()
  at.preview = null
  await swap.rework(at.part, at.entry, 'Take the backdrop out', at.sprite, asked)
}
</script>

<template>
  <p v-if="!at.own" class="soft">This is the template’s drawing. Replace it first, then clean yours.</p>
  <template v-else>
    <p v-if="ready && colour === null" class="soft">
      The border is see-through already. Pick a colour to take out something else.
    </p>
    <div class="row">
      <span class="swatch" :style="{ background: colour === null ? 'transparent' : hex(colour) }" />
      <span class="mono">{{ colour === null ? 'none' : hex(colour) }}</span>
      <v-btn
        variant="outlined"
        size="small"
        :class="{ inked: at.picking !== null }"
        @click="at.picking = at.picking === null ? (c) => (colour = c) : null"
        ><BitsIcon name="pick" :size="15" />{{ at.picking === null ? 'Pick' : 'Press on the drawing' }}</v-btn
      >
      <v-btn variant="text" size="small" @click="fromCorners">From the corners</v-btn>
    </div>
    <InspectorSliderRow
      name="Reach"
      label="How far from the colour still counts"
      :value="tolerance"
      :min="0"
      :max="140"
      :step="1"
      :shown="String(tolerance)"
      @set="tolerance = $event"
    />
    <v-switch v-model="everywhere" label="Also where it is enclosed" />
    <v-switch v-model="fringe" label="Clean the fringe" />
    <v-btn color="primary" :disabled="colour === null" :loading="swap.busy === at.part" @click="done"
      >Take it out of all frames</v-btn
    >
    <p class="soft">The file as it came is kept: Ctrl+Z brings it back.</p>
  </template>
</template>

<style scoped>
.row {
  display: flex;
  align-items: center;
  gap: 8px;
  flex-wrap: wrap;
}
.swatch {
  width: 30px;
  height: 30px;
  border: 1px solid var(--ink);
  border-radius: 3px;
}
.inked {
  background: var(--teal-wash);
}
</style>
