<script setup lang="ts">
import { isRightToLeft } from '@core/game/languages'
import { LEAST_CONTRAST } from '@core/wording/contrast'
import { layColumn, readTable } from '@core/wording/table'
import type { GameText } from '@core/wording/texts'
import { computed } from 'vue'
import { placeOf } from '~/composables/screen-pictures'
import { useBench } from '~/stores/bench'
import { useSwap } from '~/stores/swap'
import { useWording } from '~/stores/wording'

/** One text: where it shows, what it says, and whether it fits there. */
const { one, here } = defineProps<{ one: GameText; here: boolean }>()
const emit = defineEmits<{ choose: [] }>()
const at = useWording()
const bench = useBench()
const swap = useSwap()

const picture = computed(() => at.pictures.get(placeOf(one.key)))
const other = computed(() => (at.tag === '' ? '' : at.textIn(one, at.tag)))
const fit = computed(() => (at.letters === null ? null : at.fitOf(one, one.text)))
const otherFit = computed(() => (at.letters === null || other.value === '' ? null : at.fitOf(one, other.value)))
const worst = computed(() =>
  otherFit.value !== null && otherFit.value.left < (fit.value?.left ?? 0) ? otherFit.value : fit.value,
)
const contrast = computed(() => at.contrastOf(one))
const faint = computed(
  () => contrast.value !== null && contrast.value < (one.box.size >= 0.5 ? LEAST_CONTRAST.large : LEAST_CONTRAST.plain),
)
const own = computed(() => one.line !== '' || bench.pack?.parts[one.spec.id] !== undefined)

/** What is too long is put right under Look. */
function put(): void {
  emit('choose')
  at.tool = 'look'
}

/** Cells of a spreadsheet come with a table; a pasted text does not. */
function pasted(event: ClipboardEvent, where: string): void {
  const text = event.clipboardData?.getData('text/plain') ?? ''
  const cells = /<t[dr]\b/i.test(event.clipboardData?.getData('text/html') ?? '') || text.includes('\t')
  if (!cells || !/[\n\t]/.test(text.trimEnd())) return
  event.preventDefault()
  const from = at.texts.findIndex((some) => some.key === one.key)
  const keys = at.texts.map((some) => some.key)
  void swap.trying(
    '',
    async () => layColumn(readTable(text, 'what was pasted', true), keys, from).laid,
    (changes) => at.writeMany(`Paste ${changes.length} texts`, changes, where),
  )
}
</script>

<template>
  <div :class="['row', { here, two: at.tag !== '' }]" role="listitem" :data-text="one.key" @focusin="emit('choose')">
    <button class="plain-button where" :title="`Show ${one.name} on the stage`" @click="emit('choose')">
      <span class="thumb" :style="picture ? { backgroundImage: `url(${picture.thumb})` } : {}" />
      <span class="name"
        ><b>{{ one.name }}</b
        ><span class="soft">{{ one.spec.appearsIn[0]!.name }}</span></span
      >
    </button>
    <div class="said">
      <textarea
        :value="one.text"
        rows="2"
        maxlength="2000"
        :class="{ over: fit && !fit.fits }"
        :aria-label="`${one.name}, ${bench.pack?.language.name}`"
        @input="at.write(one, ($event.target as HTMLTextAreaElement).value, '')"
        @blur="bench.seal()"
        @paste="pasted($event, '')"
      />
      <span v-if="one.theirs !== ''" class="soft theirs" :title="one.theirs">{{
        own ? `Template’s: ${one.theirs}` : 'still the template’s'
      }}</span>
    </div>
    <div v-if="at.language" class="said">
      <textarea
        :value="other"
        rows="2"
        maxlength="2000"
        :dir="other !== '' && isRightToLeft(at.tag) ? 'rtl' : 'ltr'"
        :lang="at.tag"
        :placeholder="one.text"
        :class="{ over: otherFit && !otherFit.fits }"
        :aria-label="`${one.name}, ${at.language.name}`"
        @input="at.write(one, ($event.target as HTMLTextAreaElement).value, at.tag)"
        @blur="bench.seal()"
        @paste="pasted($event, at.tag)"
      />
      <span v-if="other === ''" class="soft theirs">shown in {{ bench.pack?.language.name }}</span>
    </div>
    <div class="stands">
      <button
        v-if="worst && !worst.fits"
        class="plain-button fit bad"
        title="See what can be done about it"
        data-fit
        @click="put"
      >
        {{ -worst.left }} too many
      </button>
      <span v-else-if="worst" class="fit" data-fit>{{ worst.left > 200 ? 'fits' : `${worst.left} left` }}</span>
      <span v-if="worst && worst.fits && worst.scale < one.letters.scale - 0.01" class="soft"
        >at {{ Math.round(worst.scale * 100) }} %</span
      >
      <span v-if="contrast !== null" :class="['mono', 'soft', { bad: faint }]" title="Contrast, WCAG 2.2"
        >{{ contrast.toFixed(1) }} : 1</span
      >
    </div>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 176px minmax(0, 1fr) 104px;
  gap: 10px;
  padding: 6px 14px 4px 16px;
  height: 86px;
  border-bottom: 1px solid var(--rule);
}
.row.two {
  grid-template-columns: 176px minmax(0, 1fr) minmax(0, 1fr) 104px;
}
.row.here {
  background: var(--teal-wash);
  box-shadow: inset 4px 0 0 var(--teal);
}
.where {
  display: flex;
  gap: 9px;
  align-items: flex-start;
  min-width: 0;
}
.thumb {
  flex: none;
  width: 64px;
  height: 40px;
  background: #171b26 center / cover;
  border: 1px solid var(--rule);
}
.name {
  display: flex;
  flex-direction: column;
  min-width: 0;
  line-height: 1.25;
  font-size: 13px;
}
.name .soft {
  font-size: 12px;
}
.said {
  display: flex;
  flex-direction: column;
  min-width: 0;
}
textarea {
  font: inherit;
  color: inherit;
  line-height: 1.35;
  width: 100%;
  resize: none;
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 3px 7px;
  background: var(--sheet);
}
textarea::placeholder {
  color: var(--soft);
  opacity: 0.75;
}
textarea.over {
  border: 1.5px solid var(--vermilion);
}
.theirs {
  font-size: 12px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.stands {
  display: flex;
  flex-direction: column;
  font-size: 13px;
}
.fit {
  font-weight: 700;
}
button.fit {
  align-self: start;
  min-height: 24px;
  text-align: start;
  text-decoration: underline;
  text-underline-offset: 3px;
}
.bad {
  color: var(--vermilion);
  font-weight: 700;
}
</style>
