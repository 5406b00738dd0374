<script setup lang="ts">
import { changedPaths } from '@core/folder/layer-paths'
import type { Spot } from '@core/folder/beside-protocol'
import { partForFile, partForText, partsOfColour } from '@core/folder/seen'
import type { FolderTemplate } from '@core/template/template'
import { useDebounceFn, useThrottleFn } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, shallowRef, useTemplateRef, watch } from 'vue'
import { areFrames, bringingsOf } from '~/composables/dropped'
import { PAGE_SIZES, PHONE_SIZE, useFitting, usePageSize } from '~/composables/foreign-page'
import { makeForeignStage, type ForeignPick, type ForeignStage } from '~/composables/foreign-stage'
import { stageComes } from '~/composables/stage-first'
import { useAssets } from '~/stores/assets'
import { useBench } from '~/stores/bench'
import { useMany } from '~/stores/many'
import { useMet } from '~/stores/met'
import { useNotices } from '~/stores/notices'
import { useSwap } from '~/stores/swap'

/** A game that came as a folder, running inside the bench. */
const {
  picking = false,
  phone = false,
  plain = false,
} = defineProps<{ picking?: boolean; phone?: boolean; plain?: boolean }>()
const emit = defineEmits<{ ready: [stage: ForeignStage]; pick: []; phone: [] }>()
const bench = useBench()
const assets = useAssets()
const swap = useSwap()
const many = useMany()
const met = useMet()
const notices = useNotices()
const frame = useTemplateRef<HTMLIFrameElement>('frame')
const room = useTemplateRef<HTMLElement>('room')
const page = usePageSize(() => (phone ? PHONE_SIZE : PAGE_SIZES[bench.pack?.stage ?? 'wide']))
const { size } = page
const { width, height, scale, style } = useFitting(room, () => size.value)
const template = computed(() => bench.base as FolderTemplate)
const stage = makeForeignStage(
  () => frame.value,
  (news) => (news.is === 'extent' ? page.hear(news) : met.hear(news, template.value, partOf)),
)
const { view } = stage
watch(() => view.starts, page.begin)
/** It runs, or will not come: also where its page could not be fetched, which tells nothing. */
const here = stageComes()
watch(
  () => view.state,
  (state) => state !== 'starting' && here(),
)
/** With its part, and where it is one of several of the same colour, those. */
const hover = shallowRef<(ForeignPick & { part: string | null; alike: string[] }) | null>(null)

/** Which part a file, a data: address or a text is of. */
function partOf(path: string | null, text: string | null, spot: Spot | null = null): string | null {
  if (path !== null) {
    const keyed = stage.partOfKey(path)
    return keyed ?? partForFile(template.value, path, spot)
  }
  return text === null || bench.pack === null ? null : partForText(template.value, bench.pack, text)
}

const start = () => (bench.pack === null ? Promise.resolve() : stage.start(template.value, bench.pack))
onMounted(() => {
  emit('ready', stage)
  void start()
})
onBeforeUnmount(() => {
  here()
  stage.close()
})

/** What is typed or dragged starts the game again when it has come to rest. */
const startSoon = useDebounceFn(start, 300)
/** A picture goes into the running game; words and numbers are read when it starts. */
let last = bench.pack?.parts
/** One after the other: what is put in last is what the pack is by then. */
let putting: Promise<unknown> = Promise.resolve()
watch(
  () => bench.pack?.parts,
  () => (putting = putting.then(follow).catch(() => undefined)),
)
async function follow(): Promise<void> {
  const now = bench.pack?.parts
  if (now === undefined || bench.pack === null || now === last) return
  const before = last ?? {}
  last = now
  const parts = [...new Set([...Object.keys(before), ...Object.keys(now)])].filter((one) => before[one] !== now[one])
  const places = parts.map((part) => template.value.folder.places[part])
  const pictures = places.every((place, i) => {
    const kind = bench.spec(parts[i]!)?.content.kind
    return place?.at === 'file' && (kind === 'sprite' || kind === 'picture')
  })
  const paths = new Set(places.flatMap((place) => (place?.at === 'file' ? place.paths : [])))
  if (!pictures) void startSoon()
  else if (!(await stage.swap(template.value, bench.pack, paths))) await start()
}
watch(
  () => view.before,
  (on) => void showBefore(on),
)
async function showBefore(on: boolean): Promise<void> {
  if (bench.pack === null) return
  const paths = changedPaths(template.value, bench.pack)
  const pictures = new Set(
    [...paths].filter((path) =>
      template.value.assets[template.value.folder.files[path]!.hash]?.facts.mime.startsWith('image/'),
    ),
  )
  await stage.setBefore(on, template.value, pictures, (hash) => assets.bytesOf(hash, template.value))
}

const inGame = (event: MouseEvent) => {
  const box = room.value!.getBoundingClientRect()
  const left = (width.value - size.value.w * scale.value) / 2
  const top = (height.value - size.value.h * scale.value) / 2
  return { x: (event.clientX - box.left - left) / scale.value, y: (event.clientY - box.top - top) / scale.value }
}
async function under(event: MouseEvent) {
  const { x, y } = inGame(event)
  const found = await stage.pick(x, y)
  if (found === null || bench.pack === null) return null
  const part = partOf(found.path, found.text, found.spot)
  // What is neither a picture nor a text may be a shape in a colour of the game.
  const alike =
    found.path === null && found.text === null ? partsOfColour(template.value, bench.pack, found.colours) : []
  const mark = { x: x - 6, y: y - 6, w: 12, h: 12 }
  return { ...found, part: part ?? alike[0] ?? null, alike, box: alike.length > 0 ? mark : found.box }
}
const moved = useThrottleFn(async (event: MouseEvent) => {
  hover.value = await under(event)
}, 60)
const MOST_NAMED = 3
/** Which of several is drawn there only the maker knows. */
function tellAlike([chosen, ...rest]: readonly string[]): void {
  const name = (part: string) => `“${bench.spec(part)?.name ?? part}”`
  const more = rest.length - MOST_NAMED
  const named = rest.slice(0, MOST_NAMED).map(name)
  const others = new Intl.ListFormat('en').format(more > 0 ? [...named, `${more} more`] : named)
  notices.say(`${name(chosen!)} is chosen. Of the same colour: ${others}.`)
}
async function clicked(event: MouseEvent): Promise<void> {
  const found = await under(event)
  hover.value = found
  if (found === null) return
  if (found.part !== null) {
    met.meet(found.part, template.value)
    bench.select(found.part)
    if (found.alike.length > 1) tellAlike(found.alike)
  } else if (found.text !== null)
    notices.say(`“${found.text.slice(0, 60)}” is put together while the game runs, so it is no part.`)
}
async function dropped(event: DragEvent): Promise<void> {
  event.preventDefault()
  const found = await under(event)
  hover.value = null
  const what = await bringingsOf(event.dataTransfer)
  if (what.length === 0) return
  if (!areFrames(what)) return void many.match(what)
  if (found === null || found.part === null || found.alike.length > 0)
    return notices.warn(
      `“${what[0]!.name}” was let go where nothing can be swapped. Drop it on a thing on the stage, or on a part in the list.`,
    )
  bench.select(found.part)
  await swap.put(what, found.part, '')
}
const outline = computed(() => {
  const { box = null } = hover.value ?? {}
  if (box === null) return null
  const k = scale.value
  const left = (width.value - size.value.w * k) / 2 + box.x * k
  const top = (height.value - size.value.h * k) / 2 + box.y * k
  return { left, top, width: box.w * k, height: box.h * k }
})
const outlined = computed(() => {
  const part = hover.value?.part ?? ''
  return bench.spec(part) ?? null
})
const fileCount = computed(() => Object.keys(template.value.folder.files).length)
</script>

<template>
  <div class="folder-stage">
    <div ref="room" :class="['stage', { phone, picking }]" data-testid="stage" :data-screen="view.state">
      <iframe
        :key="view.starts"
        ref="frame"
        :name="view.name"
        :src="view.src || undefined"
        :title="bench.template?.name"
        :style="style"
        :class="{ dim: view.state === 'starting' }"
        sandbox="allow-scripts allow-pointer-lock"
        allow="autoplay; gamepad"
        data-testid="folder-frame"
        @load="view.src !== '' && here()"
      />
      <div
        v-if="picking"
        class="glass"
        data-testid="glass"
        @pointermove="moved"
        @pointerleave="hover = null"
        @click="clicked"
        @dragover.prevent="moved"
        @drop="dropped"
      />
      <StageOutline
        v-if="picking && outline && outlined"
        v-bind="outline"
        :name="outlined.name"
        :about="outlined.about"
      />
      <p v-if="view.state === 'starting'" class="over" role="status">Starting the game…</p>
      <div v-else-if="view.trouble" class="over" role="alert" data-testid="stage-trouble">
        <p>{{ view.trouble }}</p>
        <button class="link" @click="start">Start it again</button>
      </div>
    </div>
    <StageTools v-if="!plain">
      <v-btn variant="text" :aria-pressed="view.running" @click="stage.toggle()"
        ><BitsIcon :name="view.running ? 'pause' : 'play'" />{{ view.running ? 'Freeze' : 'Run'
        }}<kbd>Space</kbd></v-btn
      >
      <v-btn icon variant="text" aria-label="One step" @click="stage.stepOnce()"
        ><BitsIcon name="step" /><v-tooltip activator="parent">One step on <kbd>.</kbd></v-tooltip></v-btn
      >
      <v-btn
        icon
        variant="text"
        :class="{ on: view.slow }"
        aria-label="Slow"
        :aria-pressed="view.slow"
        @click="stage.setSlow(!view.slow)"
        ><BitsIcon name="slow" /><v-tooltip activator="parent">Quarter speed</v-tooltip></v-btn
      >
      <v-btn variant="text" :class="{ on: picking }" :aria-pressed="picking" @click="emit('pick')"
        ><BitsIcon name="pick" />Pick<kbd>P</kbd></v-btn
      >
      <v-btn
        icon
        variant="text"
        :class="{ on: phone }"
        aria-label="As on a phone"
        :aria-pressed="phone"
        @click="emit('phone')"
        ><BitsIcon name="phone" /><v-tooltip activator="parent">As on a phone held upright</v-tooltip></v-btn
      >
      <v-btn icon variant="text" aria-label="From the start" @click="start"
        ><BitsIcon name="again" /><v-tooltip activator="parent">The game again from its start</v-tooltip></v-btn
      >
      <v-btn
        icon
        variant="text"
        :aria-label="view.muted ? 'Sound on' : 'Sound off'"
        :aria-pressed="!view.muted"
        @click="stage.setMuted(!view.muted)"
        ><BitsIcon :name="view.muted ? 'quiet' : 'sound'" /><v-tooltip activator="parent">{{
          view.muted ? 'Sound on' : 'Sound off'
        }}</v-tooltip></v-btn
      >
      <span class="soft keys"><kbd>P</kbd> {{ picking ? 'plays' : 'picks' }}, hold <kbd>B</kbd>: the folder’s</span>
    </StageTools>
    <StageFolderSlip v-if="!plain" :view="view" :files="fileCount" />
  </div>
</template>

<style scoped>
.folder-stage {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-height: 0;
  width: 100%;
}
.stage {
  position: relative;
  width: 100%;
  aspect-ratio: 16 / 10;
  max-width: calc((100vh - 56px - 134px - 246px) * 1.6);
  margin: 7px auto;
  background: #171b26;
  box-shadow:
    0 0 0 6px var(--sheet),
    0 0 0 7px var(--rule);
  overflow: hidden;
}
.stage.phone {
  max-width: none;
  width: calc((100vh - 56px - 134px - 246px) * 0.5628);
  aspect-ratio: 390 / 693;
}
iframe.dim {
  opacity: 0.4;
}
.glass {
  position: absolute;
  inset: 0;
  cursor: crosshair;
  touch-action: none;
}
.over {
  position: absolute;
  inset: 40% 8% auto;
  padding: 12px;
  text-align: center;
  background: #171b26e6;
  color: #f1ebdd;
}
.over .link {
  color: #fff;
  text-decoration: underline;
}
.keys {
  margin-left: auto;
  font-size: 12.5px;
}
</style>
