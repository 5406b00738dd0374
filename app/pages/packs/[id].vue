<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { useBench } from '~/stores/bench'
import { useCheck } from '~/stores/check'
import { useFinder } from '~/stores/finder'

const bench = useBench()
useCheck()
const route = useRoute()
const router = useRouter()
const state = ref<'opening' | 'open' | 'missing' | 'broken'>('opening')
const finder = useFinder()
const playing = ref(false)
const keys = ref(false)
/** What is fetched the first time it is wanted stays for its way out. */
const found = ref(false)
const keyed = ref(false)
watch(
  () => finder.open,
  () => (found.value = true),
)
watch(keys, () => (keyed.value = true))

/** What keeps packs is fetched where there is something to unpack. */
async function unpacked(id: string): Promise<boolean> {
  const { useLibrary } = await import('~/stores/library')
  return useLibrary().unpackNamed(id)
}

watch(
  () => String(route.params['id']),
  async (id) => {
    state.value = 'opening'
    try {
      const there = (await bench.open(id)) || ((await unpacked(id)) && (await bench.open(id)))
      state.value = there ? 'open' : 'missing'
    } catch {
      state.value = 'broken'
    }
  },
  { immediate: true },
)
useHead({ title: computed(() => `${bench.pack?.label.title || 'Untitled game'} · Pack Post`) })

/** Fields have an undo of their own for what is typed; switches, sliders and colours have none. */
const UNTYPED = /^(checkbox|radio|range|color|file|button)$/
const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLInputElement
    ? !UNTYPED.test(target.type)
    : target instanceof HTMLElement && (target.isContentEditable || target.tagName === 'TEXTAREA')

function key(event: KeyboardEvent): void {
  const ctrl = event.ctrlKey || event.metaKey
  const letter = event.key.toLowerCase()
  if (ctrl && letter === 'k') {
    event.preventDefault()
    finder.find()
  } else if (ctrl && event.key === 'Enter') void router.push(`/packs/${bench.pack?.id}/check`)
  else if (ctrl && letter === 'z' && !typing(event.target)) {
    event.preventDefault()
    if (event.shiftKey) bench.redo()
    else bench.undo()
  } else if (event.key === '?' && !typing(event.target)) keys.value = true
}
const leaving = () => bench.leave()
/** Only while something is at stake: the browser asks whether the page is really to be left. */
const asking = (event: BeforeUnloadEvent) => {
  if (bench.troubled) event.preventDefault()
}
useEventListener('keydown', key)
useEventListener('pagehide', leaving)
useEventListener('beforeunload', asking)
onBeforeUnmount(() => void bench.settle())
</script>

<template>
  <div class="desk">
    <template v-if="state === 'open' && bench.pack && bench.setup && bench.template">
      <FrameTopBand @find="finder.find()" @play="playing = true" />
      <NuxtPage class="view" />
      <LazyFrameFindAnything v-if="found" v-model="finder.open" />
      <LazyFrameKeysSheet v-if="keyed" v-model="keys" />
      <v-dialog v-model="playing" max-width="1120">
        <div v-if="playing" class="play">
          <LazyStageFolderStage v-if="bench.base?.kind === 'folder'" plain />
          <StagePlayBox v-else :setup="bench.setup" :template="bench.template" />
          <div class="under">
            <span>Arrow keys or A and D, Enter, Esc for a break.</span
            ><v-btn variant="outlined" @click="playing = false">Back to the bench</v-btn>
          </div>
        </div>
      </v-dialog>
    </template>
    <p v-else-if="state === 'opening'" class="state soft" role="status">Unpacking…</p>
    <div v-else class="state" role="alert">
      <h1>{{ state === 'missing' ? 'This pack is not in this browser' : 'This pack cannot be read' }}</h1>
      <p>
        {{
          state === 'missing'
            ? 'Packs live in the browser they were made in. If you saved it as a file, open that file.'
            : 'It has been left as it is. The list of your packs says why, and gives its data as a file.'
        }}
      </p>
      <NuxtLink to="/">To your packs</NuxtLink>
    </div>
  </div>
</template>

<style scoped>
.desk {
  display: flex;
  flex-direction: column;
  height: 100vh;
  overflow: hidden;
}
.view {
  flex: 1;
  min-height: 0;
}
.state {
  padding: 48px 36px;
  display: grid;
  gap: 12px;
}
.play {
  background: var(--sheet);
  padding: 12px;
  border-radius: 6px;
}
.under {
  display: flex;
  justify-content: space-between;
  align-items: center;
  padding-top: 10px;
}
/* What is printed is the view alone, over as many sheets as it needs. */
@media print {
  .desk {
    display: block;
    height: auto;
    overflow: visible;
  }
  .desk > :not(.view) {
    display: none;
  }
}
</style>
