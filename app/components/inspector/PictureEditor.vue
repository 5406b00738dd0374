<script setup lang="ts">
import { drawingsIn } from '@core/kinds'
import type { StandOut } from '@core/art/contrast'
import type { PictureContent } from '@core/kinds/picture'
import type { SpriteContent } from '@core/kinds/drawing'
import type { PartSpec } from '@core/template/template'
import { computed, ref, useTemplateRef, watch } from 'vue'
import { useBench } from '~/stores/bench'
import { useShapes } from '~/stores/shapes'
import { fromFile } from '~/composables/dropped-files'
import { useSwap } from '~/stores/swap'

/** A backdrop, a start picture or a strip of ground: how it fills, moves, and lets what is before it stand out. */
const { spec, content } = defineProps<{ spec: PartSpec; content: PictureContent }>()
const bench = useBench()
const shapes = useShapes()
const swap = useSwap()
const picker = useTemplateRef<HTMLInputElement>('picker')
const facts = computed(() => bench.facts(content.asset))
const behindPlay = computed(() => spec.moment === 'play')
const FITS: { id: PictureContent['fit']; name: string }[] = [
  { id: 'cover', name: 'Cover all' },
  { id: 'contain', name: 'Show whole' },
  { id: 'tile', name: 'Side by side' },
]
const set = (name: string, change: Partial<PictureContent>, mark = '') =>
  bench.act(
    name,
    { type: 'set-part', part: spec.id, from: content, content: { ...content, ...change } },
    { mark: mark === '' ? '' : `${mark}:${spec.id}` },
  )

const layers = computed(() => content.layers ?? [])
function setLayer(i: number, speed: number): void {
  void set(
    'Set the pace of a layer',
    { layers: layers.value.map((one, k) => (k === i ? { ...one, speed } : one)) },
    `layer${i}`,
  )
}
function moveLayer(i: number, by: number): void {
  const next = [...layers.value]
  const [one] = next.splice(i, 1)
  next.splice(i + by, 0, one!)
  void set('Move a layer', { layers: next })
}
async function addLayer(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file === undefined) return
  await swap.trying(
    spec.id,
    () => swap.takeIn(fromFile(file), 10),
    (taken) =>
      bench.act('Add a layer', {
        ...{ type: 'set-part', part: spec.id, from: content },
        content: { ...content, layers: [...layers.value, { asset: taken.hash, speed: 0.5 }].slice(0, 6) },
        assets: { ...taken.originals, [taken.hash]: taken.facts },
      }),
  )
}

interface Row {
  name: string
  found: StandOut | null
}
const rows = ref<Row[]>([])
let turn = 0
watch(
  () => [bench.pack, content.asset, content.dim] as const,
  async () => {
    if (!behindPlay.value || bench.template === null) return
    const sprites: { name: string; sprite: SpriteContent }[] = []
    for (const one of bench.template.parts) {
      if (one.moment !== 'play' || one.id.includes('@')) continue
      for (const { name, sprite } of drawingsIn(bench.content(one.id))) sprites.push({ name: name || one.name, sprite })
    }
    const mine = ++turn
    const found = await shapes.standOut(
      sprites.map((one) => one.sprite),
      content.asset,
      content.dim ?? 0,
    )
    if (mine === turn) rows.value = sprites.map(({ name }, i) => ({ name, found: found[i] ?? null }))
  },
  { immediate: true },
)
</script>

<template>
  <hr class="fold" />
  <div>
    <h3>How it fills</h3>
    <div class="fits" role="group" aria-label="How it fills">
      <button
        v-for="fit in FITS"
        :key="fit.id"
        :class="['plain-button', 'fit', { on: content.fit === fit.id }]"
        :aria-pressed="content.fit === fit.id"
        @click="set('Set how the picture fills', { fit: fit.id })"
      >
        {{ fit.name }}
      </button>
    </div>
    <InspectorSliderRow
      v-if="behindPlay"
      name="Moves"
      label="Share of the camera’s pace, in percent"
      :value="Math.round((content.speed ?? (content.fit === 'tile' ? 1 : 0)) * 100)"
      :min="0"
      :max="150"
      :step="5"
      :shown="`${Math.round((content.speed ?? (content.fit === 'tile' ? 1 : 0)) * 100)} %`"
      @set="set('Set the pace of the picture', { speed: $event / 100 }, 'speed')"
      @end="bench.seal()"
    />
    <InspectorSliderRow
      name="Dim"
      label="Darker, in percent"
      :value="Math.round((content.dim ?? 0) * 100)"
      :min="0"
      :max="80"
      :step="5"
      :shown="`${Math.round((content.dim ?? 0) * 100)} %`"
      @set="set('Dim the picture', { dim: $event / 100 }, 'dim')"
      @end="bench.seal()"
    />
    <InspectorSliderRow
      name="Soften"
      label="Blur, in hundredths of a metre"
      :value="Math.round((content.blur ?? 0) * 100)"
      :min="0"
      :max="60"
      :step="2"
      :shown="(content.blur ?? 0) === 0 ? 'sharp' : `${Math.round((content.blur ?? 0) * 100)} cm soft`"
      @set="set('Soften the picture', { blur: $event / 100 }, 'blur')"
      @end="bench.seal()"
    />
    <InspectorSliderRow
      v-if="content.clip"
      name="Speed"
      label="Frames a second"
      :value="content.clip.fps"
      :min="1"
      :max="30"
      :step="1"
      :shown="`${content.clip.fps} a second`"
      @set="set('Set the speed of the picture', { clip: { ...content.clip, fps: $event } }, 'fps')"
      @end="bench.seal()"
    />
    <v-switch
      :model-value="content.crisp"
      label="Keep pixels crisp"
      @update:model-value="set('Keep pixels crisp', { crisp: $event === true })"
    />
    <p v-if="facts" class="mono soft">
      {{ facts.width }} × {{ facts.height }} px, {{ Math.max(1, Math.round(facts.bytes / 1000)) }} kB
    </p>
  </div>
  <template v-if="behindPlay && content.fit !== 'tile'">
    <hr class="fold" />
    <div>
      <div class="line">
        <h3>Layers in front of it</h3>
        <button v-if="layers.length < 6" class="link" @click="picker?.click()">add a layer…</button>
        <input ref="picker" type="file" hidden accept="image/*,.svg" data-testid="layer-file" @change="addLayer" />
      </div>
      <p v-if="layers.length === 0" class="soft">None. A layer moves at its own pace, so that the world gets depth.</p>
      <div v-for="(layer, i) in layers" :key="`${layer.asset}${i}`" class="layer">
        <span class="thumb checker"
          ><BitsPictureView :key="layer.asset" :asset="layer.asset" fit="contain" :crisp="content.crisp"
        /></span>
        <InspectorSliderRow
          class="pace"
          name=""
          :label="`Pace of layer ${i + 1} in percent`"
          :value="Math.round(layer.speed * 100)"
          :min="0"
          :max="150"
          :step="5"
          :shown="`${Math.round(layer.speed * 100)} %`"
          @set="setLayer(i, $event / 100)"
          @end="bench.seal()"
        />
        <v-btn
          icon
          variant="text"
          size="small"
          :disabled="i === 0"
          aria-label="Layer further back"
          @click="moveLayer(i, -1)"
          ><BitsIcon name="up" :size="15"
        /></v-btn>
        <v-btn
          icon
          variant="text"
          size="small"
          aria-label="Take the layer out"
          @click="set('Take out a layer', { layers: layers.filter((_, k) => k !== i) })"
          ><BitsIcon name="bin" :size="15"
        /></v-btn>
      </div>
    </div>
    <hr class="fold" />
    <div data-testid="stand-out">
      <h3>What stands out from it</h3>
      <ul class="out">
        <li v-for="(row, i) in rows" :key="i">
          <span>{{ row.name }}</span>
          <span v-if="row.found" :class="['mono', { faint: !row.found.clear }]"
            >{{ row.found.contrast.toFixed(1) }} : 1{{ row.found.clear ? '' : ', faint' }}</span
          >
        </li>
      </ul>
    </div>
  </template>
</template>

<style scoped>
.fits {
  display: flex;
  gap: 5px;
  margin: 8px 0 4px;
}
.fit {
  flex: 1;
  text-align: center;
  border: 1px solid var(--rule);
  border-radius: 4px;
  min-height: 36px;
  font-size: 13px;
}
.fit.on {
  border: 1.5px solid var(--ink);
  font-weight: 700;
}
.line,
.layer {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 6px;
}
.thumb {
  width: 44px;
  height: 30px;
  flex: none;
  border: 1px solid var(--rule);
}
.pace {
  flex: 1;
  min-width: 0;
}
.pace :deep(.name) {
  display: none;
}
.out {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
}
.out li {
  display: flex;
  justify-content: space-between;
  gap: 8px;
}
.faint {
  color: var(--vermilion);
  font-weight: 700;
}
</style>
