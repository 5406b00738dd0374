import { crop, type Pixels } from '@core/art/pixels'
import type { TextBox } from '@core/game/types'
import type { Command } from '@core/pack/commands'
import type { StoryContent } from '@core/kinds/story'
import type { TextStyle, WordingContent } from '@core/kinds/wording'
import { contrastOf as ratioOf, textContrast } from '@core/wording/contrast'
import { fitText, lettersLeft, type Fit, type Measure } from '@core/wording/fit'
import { countIn, replaceIn, type Sought } from '@core/wording/replace'
import { standardEnglish, standardWord } from '@core/wording/standard'
import { missingIn, textsOf, type GameText } from '@core/wording/texts'
import { fontFor } from '@player/draw'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { loadImagesOf } from '../composables/images'
import { perPack } from '../composables/per-pack'
import { PER_UNIT, pictureOf, placeOf, type ScreenPicture } from '../composables/screen-pictures'
import { lettersOf, type Letters } from '../composables/typeface'
import { useAssets } from './assets'
import { useBench } from './bench'
import { useDesk } from './desk'

export const WORDING_TOOLS = ['look', 'languages', 'replace', 'column'] as const
export type WordingTool = (typeof WORDING_TOOLS)[number]

const MEASURED_PX = 100
const PICTURES_AFTER_MS = 500
/** Answers that are remembered before they are all forgotten. */
const MOST_KEPT = 20_000

export interface Fitted {
  fits: boolean
  left: number
  /** Share of the place's letter size it ends up with. */
  scale: number
}

/** Every text of the game in one table, with how each stands in its place. */
export const useWording = defineStore('wording', () => {
  const bench = useBench()
  const desk = useDesk()
  const assets = useAssets()
  const tool = perPack(ref<WordingTool>('look'))
  /** The row that is worked on. */
  const key = perPack(ref(''))
  /** Tag of the language in the second column; empty for none. */
  const tag = ref('')
  const letters = shallowRef<Letters | null>(null)
  const pictures = shallowRef(new Map<string, ScreenPicture>())
  let ink: OffscreenCanvasRenderingContext2D | null = null
  let timer: ReturnType<typeof setTimeout> | null = null

  const texts = computed(() =>
    bench.template === null || bench.pack === null ? [] : textsOf(bench.template, bench.pack),
  )
  const language = computed(() => bench.pack?.languages.find((one) => one.tag === tag.value) ?? null)
  const missing = computed(() => (language.value === null ? [] : missingIn(texts.value, language.value.words)))
  const selected = computed(() => texts.value.find((one) => one.key === key.value) ?? null)
  const content = computed((): WordingContent | null => {
    const found = selected.value === null ? undefined : bench.content(selected.value.spec.id)
    return found?.kind === 'wording' ? found : null
  })

  watch(
    () => bench.pack?.languages.map((one) => one.tag).join() ?? '',
    () => {
      const tags = bench.pack?.languages.map((one) => one.tag) ?? []
      if (!tags.includes(tag.value)) tag.value = tags[0] ?? ''
    },
    { immediate: true },
  )
  watch(
    () => [bench.setup, desk.open, tag.value] as const,
    async ([setup, open]) => {
      if (setup === null || open !== 'wording' || bench.template === null) return
      letters.value = await lettersOf(setup.doc, bench.template)
      if (timer !== null) clearTimeout(timer)
      timer = setTimeout(() => void takePictures(), pictures.value.size === 0 ? 0 : PICTURES_AFTER_MS)
    },
    { immediate: true },
  )

  async function takePictures(): Promise<void> {
    const { setup, template } = bench
    if (setup === null || template === null || letters.value === null) return
    await loadImagesOf(setup.doc, template)
    const index = setup.doc.languages.findIndex((one) => one.tag === tag.value)
    const made = new Map<string, ScreenPicture>()
    for (const one of texts.value) {
      const place = placeOf(one.key)
      if (!made.has(place))
        made.set(place, pictureOf(place, setup, assets.bitmaps(), letters.value, Math.max(0, index)))
    }
    pictures.value = made
  }

  const widths = new Map<string, Map<string, number>>()
  /** With the real typeface, as the stage sets it. Lines are measured once. */
  function measureFor(one: GameText): { measure: Measure; font: string } {
    const family = letters.value?.faces.get(one.typeface) ?? letters.value?.typeface ?? 'sans-serif'
    const font = fontFor(one.box.tone, MEASURED_PX, family)
    let known = widths.get(font)
    if (known === undefined) widths.set(font, (known = new Map()))
    const lines = known
    return {
      font,
      measure: (line) => {
        let width = lines.get(line)
        if (width === undefined) {
          if (lines.size > MOST_KEPT) lines.clear()
          ink ??= new OffscreenCanvas(1, 1).getContext('2d')!
          ink.font = font
          width = ink.measureText(line).width / MEASURED_PX
          lines.set(line, width)
        }
        return width
      },
    }
  }

  /** One answer for each text as it is said, where it is said: an edit works out its own row only. */
  function kept<T>(into: Map<string, T>, one: GameText, text: string, make: (measure: Measure) => T): T {
    const { measure, font } = measureFor(one)
    const { w, h, size } = one.box
    const id = `${font}|${w}|${h}|${size}|${one.letters.scale}|${one.letters.shrinkTo ?? ''}|${text}`
    let found = into.get(id)
    if (found === undefined) {
      if (into.size > MOST_KEPT) into.clear()
      into.set(id, (found = make(measure)))
    }
    return found
  }
  const fitting = new Map<string, Fit>()
  const rooms = new Map<string, number>()
  const fitted = (one: GameText, text: string): Fit =>
    kept(fitting, one, text, (measure) => fitText(text, one.box, one.letters, measure))
  const fits = (one: GameText, text: string): boolean => fitted(one, text).fits
  function fitOf(one: GameText, text: string): Fitted {
    const { scale } = fitted(one, text)
    const left = kept(rooms, one, text, (measure) => lettersLeft(text, one.box, one.letters, measure))
    return { fits: fits(one, text), scale, left }
  }

  const textIn = (one: GameText, where: string): string =>
    where === '' ? one.text : (bench.pack?.languages.find((some) => some.tag === where)?.words[one.key] ?? '')

  /** WCAG contrast of a text where it stands; null until its screen was pictured. */
  function contrastOf(one: GameText): number | null {
    const picture = pictures.value.get(placeOf(one.key))
    const colours = bench.setup?.doc.colours
    if (picture === undefined || colours === undefined) return null
    const own = bench.content(one.spec.id)
    const style: TextStyle = own?.kind === 'wording' ? (own.style ?? {}) : {}
    const onStage = one.box.tone === 'title' || one.box.tone === 'hud'
    const outlined = (style.outline ?? (onStage ? 1 : 0)) > 0.02
    const fill = style.colour ?? (onStage ? '#fffdf6' : colours.ink)
    if (one.box.tone === 'plate' && !outlined)
      // On its plate, and on the one that is lit, where the letters have the plate's colour.
      return Math.min(ratioOf(fill, colours.plate), ratioOf(colours.plate, colours.accent))
    return textContrast(fill, outlined ? (style.outlineColour ?? colours.ink) : null, cut(picture, one.box))
  }

  function commandFor(one: GameText, text: string, where: string): Command | null {
    if (where !== '') return { type: 'set-words', tag: where, words: { [one.key]: text === '' ? null : text } }
    const now = bench.content(one.spec.id)
    if (now?.kind === 'wording') return { type: 'set-part', part: one.spec.id, from: now, content: { ...now, text } }
    if (now?.kind !== 'story') return null
    const lines = now.lines.map((line) => (line.id === one.line ? { ...line, text } : line))
    return { type: 'set-part', part: one.spec.id, from: now, content: { ...now, lines } }
  }

  async function write(one: GameText, text: string, where: string): Promise<void> {
    const command = commandFor(one, text, where)
    if (command !== null) await bench.act(`Write ${one.name}`, command, { mark: `words:${one.key}:${where}` })
  }

  /** Many texts at once, as one step. Lines of one story are changed together. */
  async function writeMany(
    name: string,
    changes: readonly { key: string; text: string }[],
    where: string,
  ): Promise<void> {
    const byKey = new Map(changes.map((one) => [one.key, one.text]))
    const commands: Command[] = []
    if (where !== '') commands.push({ type: 'set-words', tag: where, words: Object.fromEntries(byKey) })
    else {
      const stories = new Map<string, StoryContent>()
      for (const one of texts.value) {
        const text = byKey.get(one.key)
        if (text === undefined) continue
        const now = stories.get(one.spec.id) ?? bench.content(one.spec.id)
        if (now?.kind === 'story')
          stories.set(one.spec.id, {
            ...now,
            lines: now.lines.map((line) => (line.id === one.line ? { ...line, text: text.slice(0, 600) } : line)),
          })
        else if (now?.kind === 'wording')
          commands.push({ type: 'set-part', part: one.spec.id, from: now, content: { ...now, text } })
      }
      for (const [part, content] of stories) commands.push({ type: 'set-part', part, content })
    }
    await bench.act(name, { type: 'all', commands })
  }

  const found = (sought: Sought, where: string): { one: GameText; count: number }[] =>
    texts.value.map((one) => ({ one, count: countIn(textIn(one, where), sought) })).filter((hit) => hit.count > 0)

  async function replaceAll(sought: Sought, put: string, where: string): Promise<number> {
    const hits = found(sought, where)
    const changes = hits.map(({ one }) => ({
      key: one.key,
      text: replaceIn(textIn(one, where), sought, put).slice(0, 2000),
    }))
    if (changes.length > 0) await writeMany(`Replace “${sought.find}” by “${put}”`, changes, where)
    return hits.reduce((sum, hit) => sum + hit.count, 0)
  }

  /** Looks of a wording part. */
  async function look(change: Partial<WordingContent>, name: string): Promise<void> {
    const one = selected.value
    if (one === null || content.value === null) return
    await bench.act(
      `${name} of ${one.name}`,
      { type: 'set-part', part: one.spec.id, from: content.value, content: { ...content.value, ...change } },
      { mark: `look:${one.key}` },
    )
  }
  const style = (change: Partial<TextStyle>, name: string) =>
    look({ style: { ...content.value?.style, ...change } }, name)

  async function addLanguage(next: string, name: string): Promise<void> {
    const words = Object.fromEntries(
      texts.value.flatMap((one): [string, string][] => {
        const english = standardEnglish(one.text)
        const word = english === undefined ? undefined : standardWord(english, next)
        return word === undefined ? [] : [[one.key, word]]
      }),
    )
    await bench.act(`Add ${name}`, {
      type: 'all',
      commands: [
        { type: 'add-language', tag: next, name },
        { type: 'set-words', tag: next, words },
      ],
    })
    tag.value = next
  }
  /** The words are written in another language from now on: standard ones that nobody changed follow. */
  async function setMainLanguage(next: string, name: string): Promise<void> {
    const commands: Command[] = [{ type: 'set-main-language', tag: next, name }]
    for (const one of texts.value) {
      const own = bench.content(one.spec.id)
      const english = standardEnglish(one.text)
      const word = english === undefined ? undefined : standardWord(english, next)
      if (one.line === '' && own?.kind === 'wording' && word !== undefined && word !== one.text)
        commands.push({ type: 'set-part', part: one.spec.id, from: own, content: { ...own, text: word } })
    }
    await bench.act(`The words are ${name}`, { type: 'all', commands })
  }
  async function removeLanguage(which: string): Promise<void> {
    const name = bench.pack?.languages.find((one) => one.tag === which)?.name ?? which
    await bench.act(`Take ${name} out`, { type: 'remove-language', tag: which })
  }

  return {
    ...{ tool, key, tag, texts, language, missing, selected, content, pictures, letters },
    ...{
      fits,
      fitOf,
      textIn,
      contrastOf,
      write,
      writeMany,
      found,
      replaceAll,
      look,
      style,
      addLanguage,
      setMainLanguage,
      removeLanguage,
    },
  }
})

/** The stretch of a picture of the whole stage that a box (world units) covers. */
function cut({ behind }: ScreenPicture, box: Pick<TextBox, 'x' | 'y' | 'w' | 'h'>): Pixels {
  const x = Math.max(0, Math.min(behind.width - 1, Math.floor(box.x * PER_UNIT)))
  const y = Math.max(0, Math.min(behind.height - 1, Math.floor(box.y * PER_UNIT)))
  const w = Math.max(1, Math.min(behind.width - x, Math.floor(box.w * PER_UNIT)))
  const h = Math.max(1, Math.min(behind.height - y, Math.floor(box.h * PER_UNIT)))
  return crop(behind, { x, y, w, h })
}
