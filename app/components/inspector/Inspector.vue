<script setup lang="ts">
import { assetsOf, drawingIn, kindOf, likeIn } from '@core/kinds'
import { computed, useTemplateRef } from 'vue'
import { ACCEPTS, viewOf } from '~/kinds'
import { useBench } from '~/stores/bench'
import { fromFile } from '~/composables/dropped-files'
import { useSwap } from '~/stores/swap'

const bench = useBench()
const swap = useSwap()
const emit = defineEmits<{ drawer: []; moment: []; show: [key: string] }>()
const picker = useTemplateRef<HTMLInputElement>('picker')
const folder = useTemplateRef<HTMLInputElement>('folder')
const part = computed(() => bench.selected.part)
const spec = computed(() => bench.spec(part.value))
const content = computed(() => bench.content(part.value))
const own = computed(() => bench.pack?.parts[part.value])
/** The drawing in hand: the part's own, or the entry's. */
const drawing = computed(() => drawingIn(content.value, bench.selected.entry))
const sprite = computed(() => drawing.value?.sprite)
/** The entry in hand, of a part that has entries. */
const entry = computed(() => (drawing.value?.entry === '' ? undefined : drawing.value))
/** A look is compared with what it dresses. */
const reference = computed(
  () => likeIn(spec.value?.content, bench.selected.entry) ?? likeIn(bench.spec(spec.value?.dresses ?? '')?.content),
)
const wants = computed(() => (content.value === undefined ? null : kindOf(content.value).wants))
/** Sprites and casts take rows of files, folders and ZIPs. */
const many = computed(() => content.value !== undefined && kindOf(content.value).takesMany)
const accept = computed(() => (wants.value === null ? '' : ACCEPTS[wants.value]))
const view = computed(() => (content.value === undefined ? null : viewOf(content.value)))
/** It is made of entries, and none of them is in hand. */
const whole = computed(() => (view.value?.entry ?? null) !== null && entry.value === undefined)
const sheet = computed(() => {
  const name = spec.value?.sheet
  return name === undefined ? [] : bench.shownParts.filter((one) => one.sheet === name)
})
const credited = computed(() => {
  const of = entry.value?.sprite ?? own.value
  return of === undefined ? [] : assetsOf(of).filter((hash) => bench.pack?.assets[hash] !== undefined)
})

async function picked(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const files = [...(input.files ?? [])].map(fromFile)
  input.value = ''
  if (files.length > 0) await swap.put(files, part.value, bench.selected.entry)
}

function reset(): void {
  void bench.act(`Reset ${spec.value?.name ?? ''}`, { type: 'reset-part', part: part.value })
  bench.select(part.value)
}

defineExpose({ replace: () => wants.value !== null && picker.value?.click() })
</script>

<template>
  <section
    v-if="spec && content"
    class="inspector"
    :aria-label="spec.name"
    :aria-busy="swap.isComing(part)"
    data-testid="inspector"
  >
    <template v-if="sheet.length > 0">
      <div>
        <h2>{{ spec.sheet }}</h2>
        <p class="soft">{{ viewOf(content).sheet }}</p>
      </div>
      <component :is="view?.head" v-if="view?.head" />
      <template v-for="one in sheet" :key="one.id">
        <component
          :is="viewOf(one.content).editor"
          :data-at="one.id"
          :spec="one"
          :content="bench.content(one.id) ?? one.content"
          compact
        />
        <LevelsScope :part="one.id" compact />
      </template>
    </template>
    <template v-else>
      <div>
        <button v-if="entry" class="link back" @click="bench.select(part)">← {{ spec.name }}</button>
        <h2>{{ entry?.name ?? spec.name }}</h2>
        <p class="soft">{{ spec.about }}</p>
      </div>
      <LazyInspectorFolderPart v-if="bench.base?.kind === 'folder'" :key="spec.id" :spec="spec" />
      <InspectorBeforeAfter
        v-if="!whole"
        :key="`${part}/${bench.selected.entry}`"
        :spec="spec"
        :reference="reference"
        :sprite="sprite"
      />
      <div class="acts">
        <template v-if="wants !== null">
          <v-btn color="primary" :loading="swap.busy === part" data-act="replace" @click="picker?.click()"
            >{{ whole ? 'Add from file…' : 'Replace…' }}<kbd>R</kbd></v-btn
          >
          <v-btn v-if="wants !== 'typeface'" variant="outlined" @click="emit('drawer')">From drawer</v-btn>
          <v-btn v-if="many" variant="text" @click="folder?.click()">A folder…</v-btn>
          <input
            ref="picker"
            type="file"
            :accept="accept"
            :multiple="many"
            hidden
            data-testid="replace-file"
            @change="picked"
          />
          <input ref="folder" type="file" webkitdirectory hidden data-testid="replace-folder" @change="picked" />
        </template>
        <v-btn v-if="own && !entry && !part.includes('@')" variant="text" @click="reset">Reset</v-btn>
      </div>
      <LevelsScope :part="part" />
      <InspectorPartFindings :part="part" :entry="entry?.entry" />
      <component :is="view?.entry" v-if="view?.entry && entry" :spec="spec" :content="content" :entry="entry.entry" />
      <InspectorSpriteEditor
        v-if="sprite"
        :key="`${part}/${bench.selected.entry}`"
        :part="part"
        :entry="bench.selected.entry"
        :sprite="sprite"
        :reference="reference"
      />
      <component
        :is="view?.editor"
        v-if="view?.editor && !entry"
        :key="part"
        :spec="spec"
        :content="content"
        @moment="emit('moment')"
        @show="emit('show', $event)"
      />
      <hr class="fold" />
      <LazyInspectorFolderTerms v-if="bench.base?.kind === 'folder'" />
      <InspectorUsesList v-else :spec="spec" />
      <LazyInspectorCreditEditor v-for="hash in credited" :key="hash" :hashes="[hash]" />
    </template>
  </section>
</template>

<style scoped>
.inspector {
  display: flex;
  flex-direction: column;
  gap: 14px;
  padding: 16px;
  overflow-y: auto;
  background: var(--sheet);
  border-left: 1px solid var(--rule);
  min-height: 0;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.acts :deep(.v-btn) {
  padding: 0 8px;
}
.uses {
  margin: 4px 0 0;
  padding-left: 18px;
}
.back {
  padding: 0 0 4px;
}
</style>
