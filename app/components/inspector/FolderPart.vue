<script setup lang="ts">
import { asDrawn, cutBack } from '@core/folder/as-drawn'
import { mayBeOwnSize, partsBeside } from '@core/folder/layer-paths'
import {
  headingOf,
  headingsOf,
  MOMENT_NAMES,
  MOMENTS,
  NOT_MET,
  type FolderTemplate,
  type PartSpec,
} from '@core/template/template'
import { computed, ref, watch } from 'vue'
import { sourceLines } from '~/composables/source-lines'
import { useAssets } from '~/stores/assets'
import { useBench } from '~/stores/bench'
import { useMet } from '~/stores/met'
import { useNotices } from '~/stores/notices'

/** What is to be known of a part of a game that came as a folder: its name, and where it lies. */
const { spec } = defineProps<{ spec: PartSpec }>()
const bench = useBench()
const met = useMet()
const notices = useNotices()
const assets = useAssets()
const naming = ref(false)
const template = computed(() => bench.base as FolderTemplate)
const place = computed(() => template.value.folder.places[spec.id])
const lines = ref<{ number: number; before: string; was: string; after: string; here: boolean }[]>([])
const now = computed(() => {
  const content = bench.content(spec.id)
  return content?.kind === 'dial' || content?.kind === 'colour'
    ? String(content.value)
    : content?.kind === 'wording'
      ? content.text
      : ''
})
watch(
  () => [spec.id, template.value.id] as const,
  async () => {
    lines.value = []
    const at = place.value
    if (at?.at !== 'span' || at.as === 'data') return
    const bytes = await assets.bytesOf(template.value.folder.files[at.path]!.hash, template.value)
    if (bytes !== null && at === place.value) lines.value = sourceLines(bytes, at)
  },
  { immediate: true },
)

/** Any number may be typed: how far it goes is a guess. */
function setNumber(event: Event): void {
  const value = Number((event.target as HTMLInputElement).value)
  const { dial } = spec
  if (!Number.isFinite(value) || Math.abs(value) > 100_000 || dial === undefined) return
  if (value < dial.min || value > dial.max) {
    const wider = { ...dial, min: Math.min(dial.min, value), max: Math.max(dial.max, value) }
    met.learn({
      ...template.value,
      parts: template.value.parts.map((one) => (one.id === spec.id ? { ...one, dial: wider } : one)),
    })
  }
  void bench.act(
    `Set ${spec.name} to ${value}`,
    { type: 'set-part', part: spec.id, content: { kind: 'dial', value } },
    { mark: `dial:${spec.id}` },
  )
}

function rename(event: Event): void {
  naming.value = false
  const name = (event.target as HTMLInputElement).value.trim().slice(0, 100)
  if (name === '' || (name === spec.name && spec.guess !== true)) return
  const parts = template.value.parts.map((one) => (one.id === spec.id ? { ...one, name, guess: false } : one))
  met.learn({ ...template.value, parts })
}
/** Headings of the list it may stand under, and the wish for one of its own. */
const headings = computed(() => headingsOf(template.value.parts).filter((one) => one !== NOT_MET))
const ANOTHER = ''
const grouping = ref(false)
watch(
  () => spec.id,
  () => (grouping.value = false),
)
/** Where it is met, or a heading of one's own, said by hand: it stands there in the list, and counts as met. */
function standUnder(heading: string): void {
  const name = heading.trim().slice(0, 40)
  if (name === '' || name === NOT_MET) return
  const moment = MOMENTS.find((one) => MOMENT_NAMES[one] === name)
  const under = (one: PartSpec): PartSpec => {
    const { group: _old, ...rest } = one
    return moment === undefined ? { ...rest, met: true, group: name } : { ...rest, met: true, moment }
  }
  met.learn({
    ...template.value,
    parts: template.value.parts.map((one) => (one.id === spec.id ? under(one) : one)),
  })
}
function choose(event: Event): void {
  const select = event.target as HTMLSelectElement
  grouping.value = select.value === ANOTHER
  if (!grouping.value) return standUnder(select.value)
  select.value = headingOf(spec)
}
function nameGroup(event: Event): void {
  // Put away by Esc it goes out of the page, and is left by that too.
  if (!grouping.value) return
  grouping.value = false
  standUnder((event.target as HTMLInputElement).value)
}
const trying = ref(false)
/** Numbers and colours whose names begin like this one's. */
const belonging = computed(() => {
  if (spec.content.kind === 'dial' || spec.content.kind === 'colour' || spec.content.kind === 'wording') return []
  const [word = ''] = spec.name.toLowerCase().split(' ')
  return word.length < 3
    ? []
    : template.value.parts
        .filter(
          ({ content, name }) =>
            (content.kind === 'dial' || content.kind === 'colour') && name.toLowerCase().split(' ').includes(word),
        )
        .slice(0, 6)
})
const valueOf = (part: string) => {
  const content = bench.content(part)
  return content?.kind === 'dial' || content?.kind === 'colour' ? content.value : ''
}
/** What lies on the same sheet. */
const beside = computed(() => partsBeside(template.value, spec.id))
/** Its file cut as the game cut it so far, where that is news. */
const drawn = computed(() => {
  const at = place.value
  const cuts = at?.at === 'file' ? met.cuts[at.paths[0]!] : undefined
  return cuts === undefined ? null : asDrawn(template.value, spec.id, cuts)
})
/** A picture that is shown as a whole cannot be laid into cells any more. */
const mustBePutBack = computed(() => changed.value && spec.content.kind === 'picture')
function cutAsDrawn(): void {
  if (drawn.value === null) return
  const { template: next, parts, first } = drawn.value
  met.uncut = { before: template.value, part: first }
  met.learn(next)
  notices.say(`${spec.name} is ${parts === 1 ? 'one part' : `${parts} parts`} now, cut as the game draws it.`)
}
/** The cut that can be taken back: of this file, and what of its new parts is swapped by now. */
const taken = computed(() => {
  const { uncut } = met
  if (uncut === null) return null
  const made = [uncut.part, ...partsBeside(template.value, uncut.part)]
  if (!made.includes(spec.id)) return null
  const were = new Set(uncut.before.parts.map(({ id }) => id))
  return { ...uncut, swapped: made.some((id) => !were.has(id) && bench.pack?.parts[id] !== undefined) }
})
function takeBack(): void {
  if (taken.value === null) return
  const { before, part } = taken.value
  met.uncut = null
  bench.select(part)
  met.learn(cutBack(template.value, before, part))
}
/** px of what is in it now, where it may be written so large. */
const ownSize = computed(() => {
  const content = bench.content(spec.id)
  if (!changed.value || !mayBeOwnSize(spec.content, beside.value.length === 0)) return null
  if (content?.kind === 'picture') return bench.facts(content.asset) ?? null
  if (content?.kind !== 'sprite') return null
  const frame = Object.values(content.clips)[0]!.frames[0]!
  return { width: content.canvas?.w ?? frame.w, height: content.canvas?.h ?? frame.h }
})
const isOwnSize = computed(() => {
  const content = bench.content(spec.id)
  return (content?.kind === 'picture' || content?.kind === 'sprite') && content.ownSize === true
})
function setOwnSize(on: boolean): void {
  const content = bench.content(spec.id)
  if (content?.kind !== 'picture' && content?.kind !== 'sprite') return
  const { ownSize: _size, ...rest } = content
  void bench.act(`Write ${spec.name} in ${on ? 'its own size' : 'the size it had'}`, {
    ...{ type: 'set-part', part: spec.id, content: on ? { ...rest, ownSize: true } : rest },
  })
}
const changed = computed(() => bench.pack?.parts[spec.id] !== undefined)
const fact = computed(() => {
  const at = place.value
  if (at?.at !== 'file') return ''
  const facts = template.value.assets[template.value.folder.files[at.paths[0]!]!.hash]?.facts
  if (facts === undefined) return ''
  const cells = spec.content.kind === 'sprite' ? Object.values(spec.content.clips)[0]!.frames.length : 1
  if (beside.value.length > 0) {
    const places = cells > 1 ? `in its ${cells} places` : 'where it stands'
    return `Any picture will do: it goes in ${places} on ${at.paths.join(', ')}.`
  }
  const size =
    facts.width > 0 && !isOwnSize.value
      ? `, ${facts.width} × ${facts.height} px${cells > 1 ? ` in ${cells} cells` : ''}`
      : ''
  const what = facts.width > 0 ? 'picture' : facts.mime.startsWith('font') ? 'font file' : 'sound'
  return `Any ${what} will do: it goes in as ${at.paths.join(', ')}${size}.`
})
</script>

<template>
  <div class="folder-part">
    <p class="naming">
      <input
        v-if="naming"
        v-focus
        v-typed="spec.name"
        maxlength="100"
        aria-label="Name of the part"
        @blur="rename"
        @keydown.enter="($event.target as HTMLInputElement).blur()"
        @keydown.esc="naming = false"
      />
      <template v-else>
        <span v-if="spec.guess" class="guess">name is a guess</span>
        <button class="link" data-testid="rename-part" @click="naming = true">Rename</button>
      </template>
    </p>
    <p class="naming">
      <label class="met"
        >Met
        <select :value="headingOf(spec)" data-testid="met-in" @change="choose">
          <option v-if="spec.met === false" :value="NOT_MET" disabled>not yet</option>
          <option v-for="heading in headings" :key="heading" :value="heading">{{ heading }}</option>
          <option :value="ANOTHER">under a heading of its own…</option>
        </select></label
      >
      <input
        v-if="grouping"
        v-focus
        maxlength="40"
        aria-label="Heading"
        data-testid="heading"
        placeholder="for example: Birds"
        @blur="nameGroup"
        @keydown.enter="($event.target as HTMLInputElement).blur()"
        @keydown.esc="grouping = false"
      />
    </p>
    <p v-if="changed">
      <button class="link" data-testid="try-it" @click="trying = true">Try it beside the old one</button>
      <LazyStageTryPair v-if="trying" v-model="trying" :spec="spec" />
    </p>
    <p v-if="fact" class="soft">{{ fact }}</p>
    <p v-if="drawn" class="naming" data-testid="as-drawn">
      The game draws {{ drawn.cells }} cells of this file, as
      {{ drawn.parts === 1 ? 'one thing' : `${drawn.parts} things` }}.
      <span v-if="mustBePutBack" class="soft">Put the picture back to cut it so.</span>
      <button v-else class="link" data-testid="cut-as-drawn" @click="cutAsDrawn">Cut it so</button>
    </p>
    <p v-else-if="taken" class="naming" data-testid="cut-taken">
      Cut as the game draws it.
      <span v-if="taken.swapped" class="soft">To take that back, reset what you swapped of its parts.</span>
      <button v-else class="link" data-testid="take-cut-back" @click="takeBack">Take that back</button>
    </p>
    <label v-if="ownSize" class="naming">
      <input
        type="checkbox"
        :checked="isOwnSize"
        data-testid="own-size"
        @change="setOwnSize(($event.target as HTMLInputElement).checked)"
      />
      In its own size, {{ ownSize.width }} × {{ ownSize.height }} px
    </label>
    <p v-if="belonging.length > 0" class="belongs">
      <span class="guess">belongs here, a guess</span>
      <button v-for="one in belonging" :key="one.id" class="link" @click="bench.select(one.id)">
        {{ one.name }} <span class="mono">{{ valueOf(one.id) }}</span>
      </button>
    </p>
    <p v-if="spec.dial" class="naming">
      <input
        v-typed="now"
        type="number"
        step="any"
        :aria-label="`${spec.name} as a number`"
        @change="setNumber"
        @keydown.enter="($event.target as HTMLInputElement).blur()"
      />
      <span class="guess">range is a guess</span>
    </p>
    <div v-if="lines.length > 0" class="source" data-testid="source-slip">
      <p v-for="line in lines" :key="line.number" :class="{ here: line.here }">
        <span class="number">{{ line.number }}</span><code
          >{{ line.before
          }}<template v-if="line.here"
            ><s v-if="changed">{{ line.was }}</s
            ><span v-else>{{ line.was }}</span
            ><b v-if="changed">{{ now }}</b></template
          >{{ line.after }}</code
        >
      </p>
      <p class="soft file">{{ spec.about }}</p>
    </div>
  </div>
</template>

<style scoped>
.folder-part {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
.naming {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
}
.naming input:not([type='checkbox']) {
  flex: 1 1 100px;
  min-width: 0;
  background: var(--paper);
  color: inherit;
  border: 1px solid var(--soft);
  border-radius: 3px;
  padding: 5px 8px;
  font: inherit;
}
.met {
  display: flex;
  align-items: center;
  gap: 8px;
  color: var(--soft);
}
.met select {
  background: var(--paper);
  color: inherit;
  border: 1px solid var(--soft);
  border-radius: 3px;
  padding: 3px 6px;
  font: inherit;
}
.guess {
  white-space: nowrap;
  display: inline-flex;
  align-items: center;
  gap: 4px;
  border: 1.5px dashed var(--soft);
  border-radius: 4px;
  padding: 1px 7px;
  font-size: 12.5px;
}
.belongs {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
}
.source {
  border: 1.5px dashed var(--soft);
  border-radius: 4px;
  padding: 6px 0;
  font-size: 12.5px;
  overflow: hidden;
}
.source p {
  display: flex;
  gap: 10px;
  padding: 1px 10px;
}
.source .here {
  background: var(--kraft-wash, var(--sun-wash));
  font-weight: 700;
}
.number {
  color: var(--soft);
  font-family: var(--mono, monospace);
}
code {
  white-space: pre;
  overflow: hidden;
  text-overflow: ellipsis;
  font-family: var(--mono, monospace);
}
code b {
  border: 1.5px solid var(--teal);
  border-radius: 3px;
  padding: 0 3px;
  background: var(--sheet);
}
</style>
