<script setup lang="ts">
import type { AlignBy } from '@core/art/align'
import { ref } from 'vue'
import { useShapes } from '~/stores/shapes'
import { useSwap } from '~/stores/swap'
import { useWorkbench } from '~/stores/workbench'

/** Finds what drifts from frame to frame and cancels it; trims all frames to one canvas. */
const at = useWorkbench()
const swap = useSwap()
const shapes = useShapes()
const moves = ref<{ dx: number; dy: number }[]>([])
const WAYS: { by: AlignBy; name: string; about: string }[] = [
  { by: 'feet', name: 'By the feet', about: 'for walkers: the lowest line stays' },
  { by: 'mass', name: 'By the middle', about: 'for things that spin or float' },
  { by: 'overlap', name: 'By best overlap', about: 'for everything else' },
]
async function align(by: AlignBy): Promise<void> {
  const from = at.sprite
  if (from === undefined) return
  await swap.trying(
    at.part,
    () => shapes.align(from, at.clipName, by),
    async (made) => {
      moves.value = made.moves
      if (made.moves.some((move) => move.dx !== 0 || move.dy !== 0))
        await at.set(`Line up ${at.clipName}`, from, made.sprite)
    },
  )
}
async function trim(): Promise<void> {
  const from = at.sprite
  if (from === undefined) return
  await swap.trying(
    at.part,
    () => shapes.trim(from, 1),
    (made) => at.set('Trim to the drawing', from, made),
  )
}
</script>

<template>
  <p class="soft">The frames before and after shine through. Arrow keys nudge the frame, with Shift by 8 px.</p>
  <div class="ways">
    <button v-for="way in WAYS" :key="way.by" class="plain-button way" @click="align(way.by)">
      <b>{{ way.name }}</b><span class="soft">{{ way.about }}</span>
    </button>
  </div>
  <div v-if="moves.length > 0" role="status">
    <p v-if="moves.every((move) => move.dx === 0 && move.dy === 0)">
      Nothing drifts: every frame stands where the first does.
    </p>
    <table v-else class="mono">
      <caption class="soft">
        Moved by px
      </caption>
      <tbody>
        <tr v-for="(move, i) in moves" :key="i" :class="{ still: move.dx === 0 && move.dy === 0 }">
          <td>frame {{ i + 1 }}</td>
          <td>{{ move.dx > 0 ? '+' : '' }}{{ move.dx }}</td>
          <td>{{ move.dy > 0 ? '+' : '' }}{{ move.dy }}</td>
        </tr>
      </tbody>
    </table>
  </div>
  <hr class="fold" />
  <p class="soft">Canvas {{ at.canvas.w }} × {{ at.canvas.h }} px.</p>
  <v-btn variant="outlined" @click="trim">Trim all frames to one canvas</v-btn>
</template>

<style scoped>
.ways {
  display: grid;
  gap: 6px;
}
.way {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  border: 1px solid var(--rule);
  border-radius: 4px;
  padding: 6px 10px;
  text-align: left;
}
.way:hover {
  border-color: var(--ink);
}
table {
  border-collapse: collapse;
}
caption {
  text-align: left;
}
td {
  padding: 1px 12px 1px 0;
}
.still {
  color: var(--soft);
}
</style>
