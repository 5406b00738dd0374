import { latest } from '../composables/latest'
import type { AssetFacts } from '@core/pack/asset'
import { isAudible, type Audible } from '@core/kinds/audible'
import { editedFrom } from '@core/sound/bring-in'
import { NO_EDIT, type EffectRecipe, type SoundEdit } from '@core/kinds/sound-edit'
import { kindFor, plainEffect } from '@core/sound/effect-maker'
import type { Samples } from '@core/sound/samples'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { makeListener } from '../composables/hear'
import { bytesKept, keepBytes } from '../storage/assets'
import type { Preview, SoundLook } from '../workers/work/sound-work'
import { workshop } from '../workers/workshop'
import { perPack } from '../composables/per-pack'
import { useBench } from './bench'
import { useDesk } from './desk'
import { useNotices } from './notices'
import { plain, useSwap } from './swap'

export const SOUND_TOOLS = ['cut', 'level', 'speed', 'loop', 'make', 'record'] as const
export type SoundTool = (typeof SOUND_TOOLS)[number]

const WAIT_MS = 60

/**
 * The sound workshop: an edit is drafted and heard first, and becomes one step of the pack when it is kept. The draft
 * always starts from the original, so every number in it can be changed again.
 */
export const useSoundBench = defineStore('sound-bench', () => {
  const bench = useBench()
  const swap = useSwap()
  const notices = useNotices()
  const desk = useDesk()
  const tool = perPack(ref<SoundTool>('cut'))
  const draft = ref<SoundEdit>({ ...NO_EDIT })
  const preview = shallowRef<Preview | null>(null)
  const theirs = shallowRef<SoundLook | null>(null)
  const working = ref(false)
  /** Marked on the wave, seconds of what came out; null when nothing is. */
  const marked = ref<{ fromS: number; toS: number } | null>(null)
  /** The stretch of the wave that is looked at; `toS` 0 is the end. */
  const view = ref({ fromS: 0, toS: 0 })
  const hearing = ref<'' | 'yours' | 'theirs' | 'loop' | 'made'>('')
  const recipe = ref<EffectRecipe | null>(null)
  const listener = makeListener()
  const turns = latest()
  let timer: ReturnType<typeof setTimeout> | null = null

  const part = computed(() => bench.selected.part)
  const spec = computed(() => bench.spec(part.value))
  const content = computed((): Audible | null => {
    const found = bench.content(part.value)
    return isAudible(found) ? found : null
  })
  const kind = computed(() => content.value?.kind ?? 'sound')
  const start = computed(() => (content.value === null ? null : editedFrom(content.value, bench.facts)))
  const theirAsset = computed(() => {
    const of = spec.value?.content
    return isAudible(of) ? of.asset : null
  })
  const changed = computed(
    () => start.value !== null && JSON.stringify(start.value.edit) !== JSON.stringify(draft.value),
  )
  const durationS = computed(() => preview.value?.look.durationS ?? 0)
  /** Seconds of the original in one second of what comes out. */
  const originalAt = (s: number): number => draft.value.fromS + s * draft.value.speed

  const plainFacts = (hash: string): AssetFacts => plain(bench.facts(hash)!)

  async function show(): Promise<void> {
    const from = start.value
    const counts = turns.begin()
    if (from === null || bench.template === null) {
      preview.value = null
      return
    }
    working.value = true
    await bytesKept().catch(() => undefined)
    const made = await workshop().previewSound(
      from.from,
      plainFacts(from.from),
      bench.plainTemplate()!,
      plain(draft.value),
      kind.value,
    )
    if (!counts()) return
    working.value = false
    preview.value = made
    if (made === null) notices.warn('The file of this sound cannot be opened any more. Swap it in again.')
  }

  // What was decided (a new file, undo, a fix) shows as the draft.
  watch(
    () => JSON.stringify([part.value, start.value]),
    () => {
      draft.value = { ...NO_EDIT, ...start.value?.edit }
      marked.value = null
      view.value = { fromS: 0, toS: 0 }
      recipe.value = content.value?.effect ?? null
      stop()
      preview.value = null
      if (desk.open === 'sound') void show()
    },
    { immediate: true },
  )
  watch(
    () => [theirAsset.value, desk.open] as const,
    async ([hash, open]) => {
      if (open !== 'sound') return
      theirs.value = null
      if (hash === null || bench.template === null) return
      const found = await workshop().lookAt(hash, plainFacts(hash), bench.plainTemplate()!, kind.value)
      if (hash === theirAsset.value) theirs.value = found
    },
  )
  watch(
    draft,
    () => {
      if (timer !== null) clearTimeout(timer)
      if (desk.open === 'sound') timer = setTimeout(() => void show(), WAIT_MS)
    },
    { deep: true },
  )

  const change = (next: Partial<SoundEdit>): void => {
    draft.value = { ...draft.value, ...next }
  }

  const samples = (): Samples | null =>
    preview.value === null ? null : { channels: preview.value.channels, sampleRate: preview.value.sampleRate }

  function stop(): void {
    listener.stop()
    hearing.value = ''
  }
  const ended = () => {
    hearing.value = ''
  }
  /** What is marked, or all of it. */
  function hear(): void {
    if (hearing.value === 'yours') return stop()
    const now = samples()
    if (now === null) return
    hearing.value = 'yours'
    const { fromS, toS } = marked.value ?? { fromS: 0, toS: 0 }
    listener.play(now, { fromS, toS, loop: false }, ended, content.value?.gainDb)
  }
  function hearLoop(): void {
    if (hearing.value === 'loop') return stop()
    const now = samples()
    if (now === null || preview.value === null) return
    hearing.value = 'loop'
    const { loopFromS, loopToS } = preview.value
    listener.play(now, { fromS: loopFromS, toS: loopToS, loop: true }, ended, content.value?.gainDb)
  }
  async function hearTheirs(): Promise<void> {
    if (hearing.value === 'theirs') return stop()
    const hash = theirAsset.value
    const of = spec.value?.content
    if (hash === null || bench.template === null || !isAudible(of)) return
    const made = await workshop().previewSound(hash, plainFacts(hash), bench.plainTemplate()!, { ...NO_EDIT }, of.kind)
    if (made === null) return
    hearing.value = 'theirs'
    listener.play(made, { fromS: 0, toS: 0, loop: false }, ended, of.gainDb)
  }

  /** Makes the draft the part's sound, as one step. */
  async function keep(name = `Work on ${spec.value?.name ?? ''}`): Promise<void> {
    const from = start.value
    if (from === null || content.value === null) return
    const worked = { part: part.value, content: content.value }
    working.value = true
    try {
      const made = await workshop().editSound(
        plain(worked.content),
        from.from,
        plainFacts(from.from),
        bench.plainTemplate()!,
        plain(draft.value),
      )
      if (made === null) return notices.warn('The file of this sound cannot be opened any more. Swap it in again.')
      const { asset } = made
      if (asset !== undefined) void keepBytes(new Map([[asset.hash, asset.bytes]]))
      await bench.act(name, {
        type: 'set-part',
        part: worked.part,
        from: worked.content,
        content: made.content,
        ...(asset === undefined ? {} : { assets: { [asset.hash]: asset.facts } }),
      })
    } finally {
      working.value = false
    }
  }

  /** Loud as the template's sound here, limited at -1 dBTP. */
  function normalise(lufs: number): void {
    const now = preview.value?.look.lufs ?? -Infinity
    if (!Number.isFinite(now)) return notices.say('There is nothing in it to make louder.')
    change({ gainDb: Math.max(-40, Math.min(40, Math.round((draft.value.gainDb + lufs - now) * 10) / 10)) })
  }

  async function findSeam(reachS: number): Promise<void> {
    const from = start.value
    if (from === null) return
    working.value = true
    const seam = await workshop().seam(
      from.from,
      plainFacts(from.from),
      bench.plainTemplate()!,
      plain(draft.value),
      reachS,
    )
    working.value = false
    if (seam !== null) change({ loopFromS: seam.fromS, loopToS: seam.toS })
  }

  async function make(next: EffectRecipe): Promise<void> {
    const now = content.value
    if (now === null || now.kind !== 'sound') return
    const worked = part.value
    recipe.value = next
    working.value = true
    const taken = swap.keep(await workshop().takeEffect(plain(next), new Date().toISOString()))
    working.value = false
    const { made: _edit, ...rest } = now
    await bench.act(
      `Make ${spec.value?.name ?? 'a sound'}`,
      {
        type: 'set-part',
        part: worked,
        from: now,
        content: { ...rest, asset: taken.hash, effect: next },
        assets: { [taken.hash]: taken.facts },
      },
      { mark: `effect:${worked}` },
    )
    await show()
    hear()
  }
  /** What the maker would begin with for this part. */
  const firstRecipe = (): EffectRecipe =>
    plainEffect(kindFor(spec.value?.name ?? ''), crypto.getRandomValues(new Uint32Array(1))[0]!)

  async function takeRecording(recorded: Samples): Promise<void> {
    const now = content.value
    if (now === null) return
    const [worked, name] = [part.value, spec.value?.name ?? '']
    const work = async () =>
      swap.keep(
        swap.value(
          await workshop().takeRecording(
            `Recording for ${spec.value?.name ?? 'a part'}.wav`,
            recorded,
            now.kind,
            new Date().toISOString(),
            { author: bench.pack?.label.author ?? '' },
          ),
        ),
      )
    await swap.trying(worked, work, (taken) => {
      const { made: _edit, effect: _recipe, ...rest } = now
      return bench.act(`Record ${name}`, {
        ...{ type: 'set-part', part: worked, from: now },
        content: { ...rest, asset: taken.hash },
        assets: { ...taken.originals, [taken.hash]: taken.facts },
      })
    })
  }

  return {
    ...{ tool, draft, preview, theirs, working, marked, view, hearing, recipe, part, spec, content, kind, start },
    ...{ changed, durationS, theirAsset, originalAt, change, hear, hearLoop, hearTheirs, stop, keep, normalise },
    ...{ findSeam, make, firstRecipe, takeRecording, show, at: listener.at },
  }
})
