<script setup lang="ts">
import type { TypefaceContent } from '@core/kinds/typeface'
import type { PartSpec } from '@core/template/template'
import { ref, useTemplateRef } from 'vue'
import { letteringFile, LETTERINGS } from '~/composables/typeface'
import { useBench } from '~/stores/bench'
import { fromFile } from '~/composables/dropped-files'
import { useSwap } from '~/stores/swap'

/** Letters of the game: a family that ships, a font file, or a sheet of drawn glyphs. */
const { spec, content } = defineProps<{ spec: PartSpec; content: TypefaceContent }>()
const bench = useBench()
const swap = useSwap()
const picker = useTemplateRef<HTMLInputElement>('picker')
const ASCII = Array.from({ length: 95 }, (_, i) => String.fromCharCode(32 + i)).join('')
const order = ref(content.glyphs?.order ?? ASCII)

async function choose(index: number): Promise<void> {
  const one = LETTERINGS[index]!
  if (one.url === '') {
    await bench.act(`Set the lettering to ${one.name}`, { type: 'reset-part', part: spec.id })
    return
  }
  await swap.put(letteringFile(one), spec.id)
}
/** A picture of letters in equal cells. */
async function sheet(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file === undefined) return
  const from = content
  await swap.trying(
    spec.id,
    () => swap.takeIn(fromFile(file), 4),
    (taken) =>
      bench.act('Use drawn letters', {
        ...{ type: 'set-part', part: spec.id, from },
        content: {
          ...{ kind: 'typeface', name: file.name.slice(0, 80), asset: null },
          glyphs: { asset: taken.hash, columns: 16, rows: 6, order: ASCII },
        },
        assets: { ...taken.originals, [taken.hash]: taken.facts },
      }),
  )
}
function setGlyphs(change: Partial<NonNullable<TypefaceContent['glyphs']>>): void {
  if (content.glyphs === null) return
  void bench.act(
    'Change the sheet of letters',
    {
      type: 'set-part',
      part: spec.id,
      from: content,
      content: { ...content, glyphs: { ...content.glyphs, ...change } },
    },
    { mark: `glyphs:${spec.id}` },
  )
}
const whole = (raw: unknown) => Math.max(1, Math.min(64, Math.round(Number(raw)) || 1))
</script>

<template>
  <hr class="fold" />
  <div>
    <h3>Families that come along</h3>
    <ul class="faces">
      <li v-for="(one, i) in LETTERINGS" :key="one.name">
        <button
          :class="[
            'plain-button',
            'face',
            {
              on:
                one.url === ''
                  ? content.asset === null && content.glyphs === null
                  : content.name.startsWith(one.family),
            },
          ]"
          :style="{ fontFamily: `'${one.css}'` }"
          @click="choose(i)"
        >
          {{ one.name }}
        </button>
      </li>
    </ul>
    <p class="soft">A font file of yours goes in with Replace. Its maker’s permission is read and told.</p>
  </div>
  <hr class="fold" />
  <div>
    <div class="line">
      <h3>Drawn letters</h3>
      <button class="link" @click="picker?.click()">from a picture…</button>
      <input ref="picker" type="file" hidden accept="image/*" data-testid="glyph-file" @change="sheet" />
    </div>
    <template v-if="content.glyphs">
      <div class="sheet checker">
        <BitsPictureView :key="content.glyphs.asset" :asset="content.glyphs.asset" fit="contain" crisp />
      </div>
      <div class="fields">
        <v-text-field
          type="number"
          label="Columns"
          :model-value="content.glyphs.columns"
          @update:model-value="setGlyphs({ columns: whole($event) })"
        />
        <v-text-field
          type="number"
          label="Rows"
          :model-value="content.glyphs.rows"
          @update:model-value="setGlyphs({ rows: whole($event) })"
        />
      </div>
      <v-textarea
        v-model="order"
        label="Letters in their order"
        rows="3"
        maxlength="512"
        @blur="(order !== '' && setGlyphs({ order }), bench.seal())"
      />
    </template>
    <p v-else class="soft">
      Equal cells, 16 in a row, from the space on as a keyboard counts them; other orders can be typed in.
    </p>
  </div>
</template>

<style scoped>
.faces {
  list-style: none;
  margin: 8px 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.face {
  width: 100%;
  text-align: left;
  border: 1px solid var(--rule);
  border-radius: 4px;
  padding: 6px 10px;
  font-size: 18px;
}
.face.on {
  border: 1.5px solid var(--ink);
  background: var(--teal-wash);
}
.line {
  display: flex;
  justify-content: space-between;
}
.sheet {
  height: 120px;
  margin: 8px 0;
}
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  margin-bottom: 8px;
}
</style>
