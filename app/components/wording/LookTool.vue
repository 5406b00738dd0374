<script setup lang="ts">
import { LEAST_SCALE } from '@core/wording/fit'
import { computed, useTemplateRef } from 'vue'
import { letteringFile, LETTERINGS } from '~/composables/typeface'
import { useBench } from '~/stores/bench'
import { fromFile } from '~/composables/dropped-files'
import { useSwap } from '~/stores/swap'
import { useWording } from '~/stores/wording'

/** How one text looks in its place. */
const at = useWording()
const bench = useBench()
const swap = useSwap()
const picker = useTemplateRef<HTMLInputElement>('picker')
const content = computed(() => at.content)
const style = computed(() => content.value?.style ?? {})
const colours = computed(() => bench.template?.colours)
const onStage = computed(() => ['title', 'hud'].includes(at.selected?.box.tone ?? ''))
const ALIGNS = [
  { id: 'left', name: 'Left' },
  { id: 'center', name: 'Middle' },
  { id: 'right', name: 'Right' },
] as const
/** Font files the pack has, beside the families that come along. */
const fonts = computed(() =>
  Object.entries(bench.pack?.assets ?? {})
    .filter(([, facts]) => facts.mime.startsWith('font/'))
    .map(([hash, facts]) => ({ hash, name: facts.source.file })),
)
const canShrink = computed(() => {
  const one = at.selected
  if (one === null || at.letters === null) return false
  return [one.text, at.textIn(one, at.tag)].some((text) => !at.fits(one, text))
})

async function typeface(value: string): Promise<void> {
  if (value === 'file') return picker.value?.click()
  const family = LETTERINGS.find((one) => one.file !== '' && one.file === value)
  if (family !== undefined) return setFont(letteringFile(family))
  await at.look({ style: without('typeface', value === '' ? undefined : value) }, 'Set the lettering')
}
/** The style with one thing set, or left to the game again. */
function without<K extends keyof NonNullable<typeof style.value>>(key: K, value: (typeof style.value)[K]) {
  const { [key]: _old, ...rest } = style.value
  return value === undefined ? rest : { ...rest, [key]: value }
}
async function setFont(what: Parameters<typeof swap.takeFont>[0]): Promise<void> {
  const one = at.selected
  const now = content.value
  if (one === null || now === null) return
  await swap.trying(
    one.spec.id,
    () => swap.takeFont(what),
    (made) =>
      bench.act(`Set the lettering of ${one.name}`, {
        ...{ type: 'set-part', part: one.spec.id, from: now },
        content: { ...now, style: { ...now.style, typeface: made.hash } },
        assets: { [made.hash]: made.facts },
      }),
  )
}
function picked(event: Event): void {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file !== undefined) void setFont(fromFile(file))
}
const percent = (share: number) => `${Math.round(share * 100)} %`
</script>

<template>
  <p v-if="!at.selected" class="soft">Choose a text in the table: its screen comes onto the stage.</p>
  <p v-else-if="!content" class="soft">
    Lines of a story are set alike, and get smaller by themselves. Pictures, voices and times are in the story’s own
    part.
  </p>
  <template v-else>
    <h3>{{ at.selected.name }}</h3>
    <v-btn
      v-if="canShrink && !(content.shrinkTo && content.shrinkTo <= LEAST_SCALE)"
      color="primary"
      data-act="let-shrink"
      @click="at.look({ shrinkTo: LEAST_SCALE }, 'Let the letters shrink')"
      >Let its letters shrink</v-btn
    >
    <InspectorSliderRow
      name="Size"
      label="Size of the letters in percent"
      :value="content.scale * 100"
      :min="50"
      :max="200"
      :step="5"
      :shown="percent(content.scale)"
      @set="at.look({ scale: $event / 100 }, 'Set the letters')"
      @end="bench.seal()"
    />
    <v-checkbox
      :model-value="content.shrinkTo !== undefined && content.shrinkTo < content.scale"
      label="Smaller by itself where it would not fit"
      @update:model-value="at.look({ shrinkTo: $event === true ? LEAST_SCALE : content.scale }, 'Set the letters')"
    />
    <InspectorSliderRow
      v-if="content.shrinkTo !== undefined && content.shrinkTo < content.scale"
      name="No smaller than"
      label="Smallest size of the letters in percent"
      :value="content.shrinkTo * 100"
      :min="30"
      :max="Math.round(content.scale * 100)"
      :step="5"
      :shown="percent(content.shrinkTo)"
      @set="at.look({ shrinkTo: $event / 100 }, 'Set the smallest letters')"
      @end="bench.seal()"
    />
    <hr class="fold" />
    <div class="line">
      <span class="soft">Stands</span>
      <div class="aligns" role="group" aria-label="Where it stands">
        <button
          v-for="one in ALIGNS"
          :key="one.id"
          :class="['plain-button', 'align', { on: (style.align ?? at.selected.spec.box?.align) === one.id }]"
          :aria-pressed="(style.align ?? at.selected.spec.box?.align) === one.id"
          @click="at.style({ align: one.id }, 'Set where it stands')"
        >
          {{ one.name }}
        </button>
      </div>
    </div>
    <div class="line">
      <label class="colour"
        ><span class="soft">Letters</span
        ><input
          type="color"
          :value="style.colour ?? (onStage ? '#fffdf6' : colours?.ink)"
          @input="at.style({ colour: ($event.target as HTMLInputElement).value }, 'Set the colour')"
          @change="bench.seal()"
      /></label>
      <label class="colour"
        ><span class="soft">Line around</span
        ><input
          type="color"
          :value="style.outlineColour ?? colours?.ink"
          @input="at.style({ outlineColour: ($event.target as HTMLInputElement).value }, 'Set the line')"
          @change="bench.seal()"
      /></label>
    </div>
    <InspectorSliderRow
      name="Line"
      label="Width of the line around the letters in percent"
      :value="(style.outline ?? (onStage ? 0.085 : 0)) * 100"
      :min="0"
      :max="25"
      :step="0.5"
      :shown="`${((style.outline ?? (onStage ? 0.085 : 0)) * 100).toFixed(1)} %`"
      @set="at.style({ outline: $event / 100 }, 'Set the line')"
      @end="bench.seal()"
    />
    <label class="line"
      ><span class="soft">Lettering</span>
      <select
        :value="style.typeface ?? ''"
        data-act="text-typeface"
        @change="typeface(($event.target as HTMLSelectElement).value)"
      >
        <option value="">as the whole game</option>
        <option v-for="font in fonts" :key="font.hash" :value="font.hash">{{ font.name }}</option>
        <option
          v-for="one in LETTERINGS.filter((some) => some.file !== '' && !fonts.some((font) => font.name === some.file))"
          :key="one.name"
          :value="one.file"
        >
          {{ one.name }}
        </option>
        <option value="file">a font file…</option>
      </select></label
    >
    <input ref="picker" type="file" accept=".ttf,.otf,.woff2" hidden @change="picked" />
    <v-btn
      v-if="content.style !== undefined || content.scale !== 1 || content.shrinkTo !== undefined"
      variant="text"
      @click="at.look({ style: undefined, shrinkTo: undefined, scale: 1 }, 'Look as made')"
      >Look as made</v-btn
    >
  </template>
</template>

<style scoped>
.line {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 10px;
}
.aligns {
  display: flex;
  border: 1px solid var(--rule);
  border-radius: 4px;
}
.align {
  padding: 0 12px;
  min-height: 34px;
}
.align.on {
  background: var(--ink);
  color: var(--sheet);
}
.colour {
  display: flex;
  align-items: center;
  gap: 8px;
}
input[type='color'] {
  width: 44px;
  height: 34px;
  border: 1px solid var(--rule);
  background: none;
  padding: 2px;
}
</style>
