<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, nextTick, onBeforeUnmount, ref, shallowRef, useTemplateRef, watch } from 'vue'
import type { ForeignStage } from '~/composables/foreign-stage'
import type { Stage } from '~/composables/stage'
import { stageComes } from '~/composables/stage-first'
import { useBench } from '~/stores/bench'
import { useDesk } from '~/stores/desk'
import { useNotices } from '~/stores/notices'
import { useCrisp } from '~/stores/crisp'
import { fromFile } from '~/composables/dropped-files'
import { useMany } from '~/stores/many'
import { useSwap } from '~/stores/swap'
import { useTakeFrom } from '~/stores/take-from'
import { useWorkbench } from '~/stores/workbench'

const bench = useBench()
const swap = useSwap()
const workbench = useWorkbench()
const desk = useDesk()
const notices = useNotices()
/** A large editor lies over stage and inspector. */
const covered = computed(() => desk.open !== '')
const crisp = useCrisp()
const many = useMany()
/** Fetched the first time it is wanted, and kept for its way out. */
const sheetOpened = ref(false)
/** As above. */
const takeFrom = useTakeFrom()
const takeOpened = ref(false)
watch(
  () => takeFrom.open,
  (open) => (takeOpened.value ||= open),
)
watch(
  () => many.open,
  (open) => (sheetOpened.value ||= open),
)
const stage = shallowRef<Stage | null>(null)
/** A game that came as a folder has another stage, under the same keys. */
const foreign = shallowRef<ForeignStage | null>(null)
const onStage = computed(() => stage.value ?? foreign.value)
/** Its code is fetched first: until then it is on its way as well. */
const fetched = stageComes()
watch(
  [() => bench.base?.kind, foreign],
  ([kind, there]) => (kind === 'folder' ? there !== null : kind !== undefined) && fetched(),
  { immediate: true },
)
onBeforeUnmount(fetched)
const picking = ref(true)
const shapes = ref(false)
const phone = ref(false)
const inspector = useTemplateRef<{ replace: () => void }>('inspector')
const drawer = useTemplateRef<{ focus: () => void }>('drawer')

/** The sheet in the bottom strip. A template that has levels has two of them. */
const bottom = ref<'drawer' | 'levels'>('drawer')
const canLevels = computed(() => bench.template?.levels !== undefined)
const levelStrip = useTemplateRef<{ focus: () => void }>('levelStrip')
async function strip(which: 'drawer' | 'levels'): Promise<void> {
  bottom.value = which
  await nextTick()
  if (which === 'drawer') drawer.value?.focus()
  else levelStrip.value?.focus()
}
const order = computed(() => bench.shownParts.map((spec) => spec.id))
function beside(by: number): void {
  const at = order.value.indexOf(bench.selected.part)
  const next = order.value[(at + by + order.value.length) % order.value.length]
  if (next !== undefined) bench.select(next)
}

const stepper = useTemplateRef<{ beside: (by: number) => void }>('stepper')
const ACTS: Record<string, () => void> = {
  p: () => {
    picking.value = !picking.value
  },
  ' ': () => onStage.value?.toggle(),
  '.': () => onStage.value?.stepOnce(),
  // Time of a foreign game goes one way.
  ',': () => stage.value?.stepBack(),
  b: () => {
    if (onStage.value !== null) onStage.value.view.before = true
  },
  '[': () => beside(-1),
  ']': () => beside(1),
  pageup: () => stepper.value?.beside(-1),
  pagedown: () => stepper.value?.beside(1),
  r: () => inspector.value?.replace(),
  d: () => strip('drawer'),
  l: () => canLevels.value && strip('levels'),
  s: () => {
    shapes.value = !shapes.value
  },
}

function down(event: KeyboardEvent): void {
  const target = event.target as HTMLElement
  if (
    event.ctrlKey ||
    event.metaKey ||
    event.altKey ||
    /^(input|textarea|select)$/i.test(target.tagName) ||
    target.isContentEditable
  )
    return
  // Space presses a focused button, and D runs right while somebody plays on the stage.
  if (event.key === ' ' && /^(button|a)$/i.test(target.tagName)) return
  if (event.key.toLowerCase() === 'd' && target.tagName === 'CANVAS' && stage.value?.view.auto === false) return
  // In a large editor the letters and the space bar belong to nobody; B still shows the template's.
  if (covered.value && event.key.toLowerCase() !== 'b') return
  const key = event.key.toLowerCase()
  // Pages are turned as ever where there are no levels to go through.
  const act = key.startsWith('page') && bench.levels.length === 0 ? undefined : ACTS[key]
  if (act === undefined) return
  event.preventDefault()
  act()
}
function up(event: KeyboardEvent): void {
  if (event.key.toLowerCase() === 'b' && onStage.value !== null) onStage.value.view.before = false
}
/** A picture or sound from the clipboard goes onto the part in the inspector. */
function pasted(event: ClipboardEvent): void {
  const target = event.target as HTMLElement
  const files = [...(event.clipboardData?.files ?? [])].map(fromFile)
  if (files.length === 0 || /^(input|textarea)$/i.test(target.tagName)) return
  event.preventDefault()
  void swap.put(files, bench.selected.part, bench.selected.entry)
}
useEventListener('paste', pasted)
useEventListener('keydown', down)
useEventListener('keyup', up)
onBeforeUnmount(() => {
  desk.open = ''
})

/** The stage shows what fires the sound in hand, and is heard. */
function playMoment(): void {
  const { part } = bench.selected
  const at = stage.value
  if (at === null) return
  if (bench.content(part)?.kind === 'music') {
    at.showPart(part)
    at.setMuted(false)
  } else if (!at.playMoment(part))
    notices.say(`In twenty minutes of play nothing fired “${bench.spec(part)?.name ?? part}”.`)
}

watch(
  () => desk.open,
  (open) => {
    if (open !== 'wording') stage.value?.setLanguage(null)
  },
)

function ready(made: Stage): void {
  stage.value = made
}
</script>

<template>
  <main class="bench">
    <h1 class="sr-only">Swap the parts of {{ bench.pack?.label.title || 'the game' }}</h1>
    <div :class="['upper', { working: covered }]">
      <BenchPartsList class="left" />
      <LazySpriteWorkshop v-if="workbench.open" class="over" />
      <LazySoundDesk v-else-if="desk.open === 'sound'" class="over" @moment="playMoment" />
      <LazySoundMixDesk v-else-if="desk.open === 'mix'" class="over" />
      <LazyDryRunDesk v-else-if="desk.open === 'dry-run'" class="over" @watch="stage?.showRecording($event, 0)" />
      <LazyCourseDesk v-else-if="desk.open === 'course'" class="over" />
      <LazyDeckDesk v-else-if="desk.open === 'deck'" class="over" />
      <LazyWayDesk v-else-if="desk.open === 'way'" class="over" />
      <LazyWordingDesk
        v-else-if="desk.open === 'wording'"
        class="over"
        @show="stage?.showPart($event)"
        @language="stage?.setLanguage($event < 0 ? null : $event)"
      />
      <div class="middle">
        <LazyStageFolderStage
          v-if="bench.base?.kind === 'folder'"
          :key="bench.base.id"
          :phone="phone"
          :picking="picking && !covered"
          :plain="covered"
          @ready="foreign = $event"
          @pick="picking = !picking"
          @phone="phone = !phone"
        />
        <div v-else :class="['stage-room', { phone }]">
          <StageLiveStage
            :phone="phone"
            :shapes="shapes || (workbench.open && workbench.tool === 'touch')"
            :picking="picking && !covered"
            @ready="ready"
          />
          <SpriteCutOffer v-if="!covered" compact class="cut-offer" />
        </div>
        <template v-if="stage && !covered">
          <StageBar
            :stage="stage"
            :picking="picking"
            :shapes="shapes"
            :phone="phone"
            @pick="picking = !picking"
            @shapes="shapes = !shapes"
            @phone="phone = !phone"
          />
          <div class="reel">
            <LevelsStepper ref="stepper" />
            <StageRewind :stage="stage" class="rewind-reel" />
          </div>
          <p v-if="crisp.offer !== null && !stage.view.before" class="offer">
            Your art is drawn pixel by pixel.
            <button class="link" @click="crisp.set(crisp.offer)">Make the whole game crisp</button>
            <button class="link" @click="crisp.decline()">leave it smooth</button>
          </p>
          <BenchNextLine :before="stage.view.before" />
          <BenchGuideCard />
        </template>
      </div>
      <Inspector
        v-show="!covered"
        ref="inspector"
        class="right"
        @drawer="strip('drawer')"
        @moment="playMoment"
        @show="stage?.showPart($event)"
      />
    </div>
    <BenchWorking class="busy" />
    <div v-show="!covered" class="bottom">
      <div v-if="canLevels" class="sheets" role="group" aria-label="At the bottom">
        <button
          :class="['plain-button', { on: bottom === 'levels' }]"
          :aria-pressed="bottom === 'levels'"
          data-act="levels"
          @click="strip('levels')"
        >
          Levels {{ Math.max(1, bench.levels.length) }}<kbd>L</kbd>
        </button>
        <button
          :class="['plain-button', { on: bottom === 'drawer' }]"
          :aria-pressed="bottom === 'drawer'"
          @click="strip('drawer')"
        >
          Drawer<kbd>D</kbd>
        </button>
      </div>
      <LazyLevelsStrip v-if="bottom === 'levels'" ref="levelStrip" class="strip" :stage="stage" />
      <Drawer v-show="bottom === 'drawer'" ref="drawer" class="strip" />
    </div>
    <LazyBenchManySheet v-if="sheetOpened" />
    <LazyBenchTakeSheet v-if="takeOpened" />
  </main>
</template>

<style scoped>
.bench {
  display: flex;
  flex-direction: column;
}
.upper {
  display: grid;
  grid-template-columns: 256px minmax(0, 1fr) 316px;
  flex: 1;
  min-height: 0;
  position: relative;
}
.middle {
  display: flex;
  flex-direction: column;
  gap: 8px;
  padding: 10px 14px;
  background: var(--desk);
  min-height: 0;
  min-width: 0;
  align-items: stretch;
}
.stage-room {
  flex: 0 1 auto;
  min-height: 0;
  padding: 7px;
  display: grid;
  place-items: center;
  position: relative;
}
.cut-offer {
  position: absolute;
  inset: 13px 13px auto;
  box-shadow: 0 2px 10px #0006;
}
.stage-room :deep(.stage) {
  max-width: calc((100vh - 56px - 134px - 206px) * var(--wide));
}
/* First steps stand below it until something is swapped. */
.middle:has([data-testid='guide-card']) .stage-room :deep(.stage) {
  max-width: calc((100vh - 56px - 134px - 250px) * var(--wide));
}
.stage-room.phone {
  height: calc(100vh - 56px - 134px - 140px);
}
/* A large editor lies over stage and inspector; the stage goes on in its window, small. */
.working .over {
  grid-column: 2 / 4;
  grid-row: 1;
}
.working .middle {
  position: absolute;
  right: 6px;
  top: 58px;
  width: 320px;
  padding: 0;
  z-index: 2;
}
.working .stage-room {
  padding: 0;
}
.working .stage-room :deep(.stage) {
  max-width: 320px;
}
.reel {
  display: flex;
  gap: 10px;
}
.rewind-reel {
  flex: 1;
  min-width: 0;
}
.bottom {
  display: flex;
  flex: none;
  border-top: 1px dashed var(--soft);
}
.strip {
  flex: 1;
  min-width: 0;
}
.sheets {
  display: flex;
  flex-direction: column;
  gap: 6px;
  padding: 10px 0 10px 16px;
  flex: none;
}
.sheets button {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
  min-width: 104px;
  height: 34px;
  padding: 0 9px;
  border: 1.5px solid var(--ink);
  border-radius: 5px;
  background: var(--sheet);
  font-weight: 700;
  font-size: 13px;
}
.sheets .on {
  background: var(--ink);
  color: var(--paper);
}
.left,
.right {
  min-height: 0;
  overflow: hidden;
}
.right {
  overflow-y: auto;
}
.offer {
  align-items: baseline;
  text-align: center;
  display: flex;
  justify-content: center;
  gap: 14px;
}
.busy {
  position: fixed;
  left: 50%;
  bottom: 150px;
  width: 420px;
  transform: translateX(-50%);
  z-index: 5;
}
@media (max-width: 1160px) {
  .upper {
    grid-template-columns: 226px minmax(0, 1fr) 290px;
  }
}
</style>
