<script setup lang="ts">
import type { SpriteContent } from '@core/kinds/drawing'
import { computed, ref, watch } from 'vue'
import { useBench } from '~/stores/bench'
import { useShapes } from '~/stores/shapes'
import { useSwap } from '~/stores/swap'
import { useWorkbench, type Tool } from '~/stores/workbench'

/** A drawing at a glance; the art workshop does the rest. */
const { part, entry, sprite, reference } = defineProps<{
  part: string
  entry: string
  sprite: SpriteContent
  reference?: SpriteContent
}>()
const bench = useBench()
const swap = useSwap()
const shapes = useShapes()
const workbench = useWorkbench()
const clips = computed(() => Object.entries(sprite.clips))
const fair = ref<{ here: number; there: number } | null>(null)
watch(
  () => [sprite.hitShape, sprite.clips, sprite.canvas],
  async () => {
    const here = await shapes.fairness(sprite)
    const there = reference === undefined ? here : await shapes.fairness(reference)
    fair.value = here === null || there === null ? null : { here, there }
  },
  { immediate: true },
)
const off = computed(
  () => fair.value !== null && (fair.value.here > fair.value.there * 1.4 || fair.value.here < fair.value.there * 0.6),
)
const frame = computed(() => clips.value[0]![1].frames[0]!)
const width = computed(
  () => (sprite.height * (sprite.canvas?.w ?? frame.value.w)) / (sprite.canvas?.h ?? frame.value.h),
)
const metres = (value: number) => `${value.toFixed(2)} m`
const WAYS: { tool: Tool; name: string }[] = [
  { tool: 'cut', name: 'Cut the strip' },
  { tool: 'clean', name: 'Take out the backdrop' },
  { tool: 'line-up', name: 'Line up frames' },
  { tool: 'stand', name: 'Pivot' },
  { tool: 'touch', name: 'Hit shape' },
  { tool: 'colour', name: 'Colours' },
]
/** What is about to be another drawing is not worked on. */
const coming = computed(() => swap.isComing(part))
const framesSaid = (count: number): string => `${count} ${count === 1 ? 'frame' : 'frames'}`
</script>

<template>
  <hr class="fold" />
  <div>
    <div class="line">
      <h3>Clips</h3>
      <span class="soft">{{
        clips.length > 1 ? `${clips.length} clips` : framesSaid(clips[0]?.[1].frames.length ?? 0)
      }}</span>
    </div>
    <div class="frames">
      <button
        v-for="[name, clip] in clips.slice(0, 4)"
        :key="name"
        class="plain-button frame"
        :title="`${name}: ${framesSaid(clip.frames.length)}`"
        :disabled="coming"
        @click="workbench.show()"
      >
        <span class="checker"><BitsFrameView :sprite="sprite" :clip="name" playing /></span>
        <span class="soft">{{ name }} {{ clip.frames.length }}</span>
      </button>
    </div>
    <v-btn variant="outlined" block :disabled="coming" data-testid="open-workshop" @click="workbench.show()"
      >Open the art workshop</v-btn
    >
    <div class="ways">
      <button v-for="way in WAYS" :key="way.tool" class="link" :disabled="coming" @click="workbench.show(way.tool)">
        {{ way.name }}
      </button>
    </div>
  </div>
  <hr class="fold" />
  <p v-if="fair" :class="{ note: off }" data-testid="fairness">
    Touches {{ Math.round(fair.here * 100) }} % of the drawing
    <span class="soft">(template {{ Math.round(fair.there * 100) }} %)</span>
  </p>
  <InspectorSliderRow
    name="Size"
    label="Shown height in metres"
    :value="sprite.height"
    :min="0.2"
    :max="5"
    :step="0.05"
    :shown="`${metres(width)} × ${metres(sprite.height)}`"
    @set="swap.setSprite(part, entry, 'Set the size', sprite, { ...sprite, height: $event }, `size:${part}:${entry}`)"
    @end="bench.seal()"
  />
</template>

<style scoped>
.line {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
.frames {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(58px, 1fr));
  gap: 6px;
  margin: 8px 0 10px;
}
.frame {
  display: flex;
  flex-direction: column;
  font-size: 12px;
  text-align: center;
}
.frame .checker {
  height: 52px;
  padding: 3px;
  border: 1px solid var(--rule);
  border-radius: 3px;
}
.frame .soft {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  margin-top: 8px;
}
.note {
  color: var(--sun);
}
</style>
