<script setup lang="ts">
import { COLOUR_WORDS } from '@core/art/colours'
import { useVirtualList } from '@vueuse/core'
import { computed, onMounted, useTemplateRef, watch } from 'vue'
import { useAssets } from '~/stores/assets'
import { useBench } from '~/stores/bench'
import { useDrawer, type Piece } from '~/stores/drawer'
import type { Bringing } from '~/stores/incoming'
import { useSounds } from '~/stores/sounds'
import { useSwap } from '~/stores/swap'

/** The searchable store of art and sounds. Drag a piece onto a part or the stage, or press it for the chosen part. */
/** Where a piece goes that is pressed; without it to the part in hand. */
const { take, takes } = defineProps<{ take?: (what: Bringing) => Promise<unknown>; takes?: string }>()
const drawer = useDrawer()
const bench = useBench()
const swap = useSwap()
const sounds = useSounds()
const assets = useAssets()
const field = useTemplateRef<{ focus: () => void }>('field')
const sets = computed(() => [
  { id: 'all', name: 'Everything' },
  { id: 'saltwick', name: 'Saltwick set' },
  { id: 'sounds', name: 'Sounds' },
  ...drawer.icons.sets.value,
  { id: 'mine', name: `Mine ${drawer.mine.length}` },
])
/** What there is, also where a set is only fetched when it is searched. */
const counted = computed(() => {
  const plain = drawer.query === '' && drawer.colour === '' && drawer.shape === ''
  if (!plain || drawer.set !== 'all') return drawer.shown.length
  return drawer.own + drawer.icons.sets.value.reduce((sum, set) => sum + set.pieces, 0)
})
const SHAPES = ['tall', 'wide', 'round', 'square']
const {
  list: visible,
  containerProps,
  wrapperProps,
  scrollTo,
} = useVirtualList(
  computed(() => drawer.shown),
  { itemWidth: 100, overscan: 6 },
)
watch(
  () => [drawer.query, drawer.set, drawer.colour, drawer.shape],
  () => scrollTo(0),
)
const urlOf = (piece: Piece): string | null =>
  piece.url ?? (piece.hash === '' ? drawer.icons.urlOf(piece) : null)
onMounted(() => void drawer.load())

function drag(event: DragEvent, piece: Piece): void {
  event.dataTransfer?.setData('text/x-pack-post-piece', piece.id)
  if (event.dataTransfer !== null) event.dataTransfer.effectAllowed = 'copy'
}

async function put(piece: Piece): Promise<void> {
  await (take?.(piece.bringing) ?? swap.put(piece.bringing, bench.selected.part, bench.selected.entry))
  void drawer.loadMine()
}

async function listen(piece: Piece): Promise<void> {
  const url = piece.url ?? (bench.template === null ? '' : await assets.url(piece.hash, 'audio/wav', bench.template))
  if (url !== '') await sounds.listenUrl(piece.hash, url)
}

/** The first cell of a strip, in a square. */
function cell(piece: Piece): Record<string, string> {
  const w = piece.width / piece.columns || 1
  const h = piece.height / piece.rows || 1
  const k = Math.min(76 / w, 62 / h)
  const zoom = k > 1 ? Math.min(4, Math.floor(k)) : k
  return {
    width: `${w * zoom}px`,
    height: `${h * zoom}px`,
    backgroundImage: `url("${urlOf(piece) ?? ''}")`,
    backgroundSize: `${piece.width * zoom}px ${piece.height * zoom}px`,
    imageRendering: zoom > 1 && piece.hash !== '' ? 'pixelated' : 'auto',
  }
}
defineExpose({ focus: () => field.value?.focus() })
</script>

<template>
  <section class="drawer" aria-label="Drawer">
    <div class="search">
      <v-text-field ref="field" v-model="drawer.query" placeholder="Find art and sounds, for example “gull”" aria-label="Find art and sounds" clearable data-testid="drawer-search">
        <template #prepend-inner><BitsIcon name="find" :size="17" /></template>
      </v-text-field>
      <div class="sets">
        <select v-model="drawer.set" aria-label="Which set">
          <option v-for="set in sets" :key="set.id" :value="set.id">{{ set.name }}</option>
        </select>
        <select v-model="drawer.colour" aria-label="Which colour">
          <option value="">any colour</option>
          <option v-for="word in COLOUR_WORDS" :key="word" :value="word">{{ word }}</option>
        </select>
        <select v-model="drawer.shape" aria-label="Which shape">
          <option value="">any shape</option>
          <option v-for="word in SHAPES" :key="word" :value="word">{{ word }}</option>
        </select>
      </div>
      <p class="count soft" role="status">
        {{ counted.toLocaleString('en') }} pieces<label v-if="drawer.icons.isOneColour(drawer.set)" class="ink">, drawn in <input v-model="drawer.icons.ink.value" type="color" aria-label="Colour of the silhouettes" ></label>
      </p>
    </div>
    <div v-bind="containerProps" class="pieces" data-testid="pieces">
      <ul v-bind="wrapperProps">
        <li v-for="{ data: piece } in visible" :key="piece.id" class="piece" draggable="true" @dragstart="drag($event, piece)">
          <button class="plain-button put" :title="`Use ${piece.name} for ${takes ?? bench.spec(bench.selected.part)?.name ?? 'the part'}`" @click="put(piece)">
            <span class="show">
              <span v-if="piece.kind === 'picture' && urlOf(piece) !== null" class="cell" :style="cell(piece)" />
              <span v-else-if="piece.kind === 'picture' && piece.hash !== ''" class="mine"><BitsPictureView :key="piece.hash" :asset="piece.hash" fit="contain" /></span>
              <span v-else-if="piece.kind === 'picture'" class="soft">…</span>
              <BitsIcon v-else name="sound" :size="28" />
            </span>
            <span class="name">{{ piece.name }}</span>
          </button>
          <button v-if="piece.kind === 'sound'" class="plain-button listen" :aria-label="`Listen to ${piece.name}`" @click="listen(piece)"><BitsIcon :name="sounds.playing === piece.hash ? 'pause' : 'play'" :size="15" /></button>
        </li>
      </ul>
      <p v-if="drawer.failed" class="soft none" role="alert">The drawer could not be opened. Reload the page to try again; your own files work all the same.</p>
      <p v-else-if="drawer.shown.length === 0" class="soft none">{{ drawer.set === 'mine' && drawer.query === '' ? 'Everything you bring in is kept here, once.' : `Nothing here is called “${drawer.query}”. Try another word.` }}</p>
    </div>
  </section>
</template>

<style scoped>
.drawer {
  display: flex;
  gap: 16px;
  height: 134px;
  padding: 10px 16px;
  flex: none;
}
.search {
  width: 300px;
  flex: none;
}
.search :deep(.v-field) {
  border: 1.5px solid var(--ink);
  border-radius: 5px;
}
.search :deep(.v-field__outline) {
  display: none;
}
.search :deep(.v-field__input) {
  padding-top: 4px;
  min-height: 38px;
}
.sets {
  display: flex;
  gap: 6px;
  margin-top: 8px;
}
.sets select {
  height: 30px;
  min-width: 0;
  flex: 1;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  color: var(--ink);
  padding: 0 4px;
  font-size: 12.5px;
}
.count {
  font-size: 12.5px;
  display: flex;
  align-items: center;
  min-height: 26px;
}
.ink input {
  width: 30px;
  height: 20px;
  vertical-align: middle;
}
.pieces {
  flex: 1;
  min-width: 0;
  height: 100%;
}
.pieces ul {
  display: flex;
  gap: 8px;
  height: 100%;
  list-style: none;
  margin: 0;
  padding: 0;
}
.piece {
  position: relative;
  flex: none;
  width: 92px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 4px;
  cursor: grab;
}
.piece:hover {
  border-color: var(--teal);
}
.put {
  width: 100%;
  height: 100%;
  display: flex;
  flex-direction: column;
  padding: 6px 4px;
}
.show {
  flex: 1;
  display: grid;
  place-items: center;
  overflow: hidden;
}
.cell {
  display: block;
  background-repeat: no-repeat;
}
.mine {
  width: 72px;
  height: 56px;
}
.name {
  font-size: 12.5px;
  text-align: center;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.listen {
  position: absolute;
  right: 2px;
  top: 2px;
  width: 28px;
  height: 28px;
  display: grid;
  place-items: center;
}
.none {
  align-self: center;
  padding: 0 12px;
}
</style>
