<script setup lang="ts">
import type { Strip } from '@core/pack/content'
import { computed, ref } from 'vue'
import { useShapes } from '~/stores/shapes'
import { useSwap } from '~/stores/swap'
import { useWorkbench } from '~/stores/workbench'

/** Columns and rows by hand, or found in the picture itself. */
const at = useWorkbench()
const swap = useSwap()
const shapes = useShapes()
const said = ref('')
const FIELDS: { key: 'columns' | 'rows' | 'marginX' | 'marginY' | 'gapX' | 'gapY'; name: string; least: number }[] = [
  { key: 'columns', name: 'Columns', least: 1 },
  { key: 'rows', name: 'Rows', least: 1 },
  { key: 'marginX', name: 'Margin across', least: 0 },
  { key: 'marginY', name: 'Margin down', least: 0 },
  { key: 'gapX', name: 'Gap across', least: 0 },
  { key: 'gapY', name: 'Gap down', least: 0 },
]
const SAID = {
  gutters: 'Found by the empty lines between the drawings.',
  repeats: 'Found by what repeats.',
  squares: 'The picture is a row of squares.',
  'one picture': 'This looks like one picture.',
}
const clean = (cut: Strip) =>
  JSON.stringify(Object.fromEntries(Object.entries(cut).filter(([, v]) => (Array.isArray(v) ? v.length > 0 : v !== 0))))
const same = computed(() => at.sprite !== undefined && clean(at.draft) === clean(at.sprite.strip))
const clipsOf = computed(() => {
  const names = [...(at.spec?.clips ?? at.clips), ...(at.spec?.optionalClips ?? [])]
  return at.draft.rows > 1 && at.draft.rows <= names.length ? names.slice(0, at.draft.rows) : null
})
function set(key: (typeof FIELDS)[number]['key'], least: number, raw: string): void {
  const value = Math.round(Number(raw))
  if (!Number.isFinite(value) || value < least) return
  at.draft = { ...at.draft, [key]: Math.min(key === 'columns' || key === 'rows' ? 64 : 1024, value), without: [] }
}
async function find(): Promise<void> {
  if (at.sprite === undefined) return
  await swap.trying(at.part, async () => {
    const { cut, why } = await shapes.proposeCut(at.sprite!)
    at.draft = { ...cut }
    said.value = SAID[why]
  })
}
</script>

<template>
  <p class="soft">The dashed lines show the cut. Press a cell to leave it out.</p>
  <v-btn variant="outlined" :disabled="!at.own" @click="find"
    ><BitsIcon name="find" :size="16" />Let it find them</v-btn
  >
  <p v-if="said !== ''" role="status">{{ said }}</p>
  <div class="grid">
    <v-text-field
      v-for="field in FIELDS"
      :key="field.key"
      type="number"
      :label="field.name"
      :min="field.least"
      :model-value="at.draft[field.key] ?? 0"
      :disabled="!at.own"
      @update:model-value="set(field.key, field.least, String($event))"
    />
  </div>
  <p v-if="clipsOf" class="soft">
    Rows become clips:
    <template v-for="(name, i) in clipsOf" :key="name">{{ i > 0 ? ', ' : '' }}{{ i + 1 }} is {{ name }}</template
    >.
  </p>
  <v-btn
    color="primary"
    :disabled="same || !at.own"
    :loading="swap.busy === at.part"
    @click="swap.recut(at.part, at.entry, at.draft)"
    >Cut</v-btn
  >
  <p v-if="!at.own" class="soft">This is the template’s drawing. Replace it first, then cut yours.</p>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 12px;
}
</style>
