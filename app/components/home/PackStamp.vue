<script setup lang="ts">
import { openingOf } from '@core/template/uses'
import { nextAct } from '@core/posting/next-act'
import { titleOf } from '@core/template/game-doc'
import type { Template } from '@core/template/template'
import { computed } from 'vue'
import type { PackRow } from '~/stores/library'

const { row, template } = defineProps<{ row: PackRow; template: Template }>()
const emit = defineEmits<{ save: []; remove: [] }>()
const ACTS = [
  { id: 'save', say: 'Save as a file' },
  { id: 'remove', say: 'Throw away' },
]
const act = (id: string): void => (id === 'save' ? emit('save') : emit('remove'))
const pack = computed(() => row.pack)
/** One of ours, to look at and to take apart. */
const sample = computed(() => pack.value.id.startsWith('demo-'))
const counted = computed(() => template.parts.filter((spec) => !spec.fineAsIs))
const yours = computed(() => counted.value.filter((spec) => pack.value.parts[spec.id] !== undefined).length)
const last = computed(() => pack.value.postings.at(-1))
const state = computed(() => last.value?.state ?? 'draft')
const tone = computed(() => (state.value === 'live' ? 'teal' : state.value === 'returned' ? 'vermilion' : 'ink'))
const next = computed(() =>
  nextAct({
    yours: yours.value,
    label: pack.value.label,
    must: null,
    labelOpen: 0,
    last: last.value ?? null,
    changed: null,
  }),
)
const cover = computed(() => {
  if (pack.value.label.cover !== null) return { asset: pack.value.label.cover, crisp: false }
  const start = openingOf(pack.value, template)
  return start === null ? null : { asset: start.asset, crisp: start.crisp }
})
</script>

<template>
  <div class="pack">
    <div class="face">
      <NuxtLink :to="`/packs/${pack.id}/bench`" class="cover-link">
        <BitsStamp>
          <div class="cover">
            <span v-if="sample" class="sample">sample</span>
            <BitsPictureView v-if="cover" :asset="cover.asset" :crisp="cover.crisp" :template="template" />
            <HomeFolderFace v-else :template="template" />
          </div>
          <h3 class="title">{{ titleOf(pack, template) }}</h3>
          <p class="soft line">{{ template.name }} · {{ yours }} of {{ counted.length }} are yours</p>
        </BitsStamp>
      </NuxtLink>
      <HomeMoreMenu class="more" :of="titleOf(pack, template)" :acts="ACTS" @act="act" />
    </div>
    <NuxtLink v-if="!sample || last" :to="`/packs/${pack.id}/${next.on}`" class="next">Next: {{ next.say }}</NuxtLink>
    <BitsPostmark :word="state.replaceAll('-', ' ')" :tone="tone" class="mark" />
  </div>
</template>

<style scoped>
.sample {
  position: absolute;
  left: 6px;
  bottom: 6px;
  z-index: 1;
  background: var(--sheet);
  border-radius: 3px;
  padding: 0 8px;
  font-size: 12.5px;
}
.pack {
  position: relative;
  width: 232px;
}
.face {
  position: relative;
}
.cover-link {
  text-decoration: none;
  display: block;
}
.cover {
  position: relative;
  aspect-ratio: 16 / 10;
  background: #171b26;
  overflow: hidden;
}
.title {
  margin-top: 9px;
  font-size: 16px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  padding-right: 34px;
}
.line {
  font-size: 13px;
  padding: 0 26px 14px 0;
}
.next {
  display: block;
  padding: 6px 2px 0;
  font-weight: 700;
}
.mark {
  position: absolute;
  top: -8px;
  right: -14px;
  pointer-events: none;
}
.more {
  position: absolute;
  right: 6px;
  bottom: 8px;
}
</style>
