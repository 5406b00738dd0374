import { describe, expect, it } from 'vitest'
import { contextFor, emptyPack, puffinCatch, tone, windfall, withSound, type Made } from '../../tests/support/fixtures'
import { edit } from '../pack/commands'
import type { MusicContent, SoundContent } from '../kinds/audible'
import type { StoryContent } from '../kinds/story'
import type { WordingContent } from '../kinds/wording'
import { hashOf } from '../pack/hash'
import type { Pack } from '../pack/pack'
import { decodeSound } from '../sound/decode'
import { clickOf } from '../sound/seam'
import { durationOf, measure } from '../sound/samples'
import type { Finding } from './finding'
import { ruleById, RULES } from './registry'
import { makeRunner } from './runner'
import { textOf } from './texts'

const filesOf = (...made: Made[]) => new Map(made.map((one) => [one.hash, one.bytes]))
const run = async (id: string, pack: Pack, files = new Map<string, Uint8Array>()): Promise<Finding[]> =>
  (await makeRunner(RULES.filter((rule) => rule.id === id)).run(contextFor(pack, files))).findings

/** Finds, fixes, and gives back the pack after it with the files it then has. */
async function fixed(id: string, pack: Pack, files: Map<string, Uint8Array>) {
  const [finding] = await run(id, pack, files)
  const fix = (await ruleById(id)!.fix!(contextFor(pack, files), finding!))!
  const after = new Map([...files, ...Object.entries(fix.bytes)])
  return { pack: edit(pack, fix.command)[0], files: after, name: fix.name }
}
const asMusic = (made: Made, change: Partial<MusicContent> = {}): Pack => ({
  ...puffinCatch(),
  assets: { ...puffinCatch().assets, [made.hash]: made.facts },
  parts: { ...puffinCatch().parts, music: { kind: 'music', asset: made.hash, gainDb: 0, ...change } },
})
const wording = (text: string, change: Partial<WordingContent> = {}): WordingContent => ({
  ...{ kind: 'wording', text, scale: 1, ...change },
})
const withPart = (id: string, content: Pack['parts'][string], more: Partial<Pack> = {}): Pack => ({
  ...puffinCatch(),
  ...more,
  parts: { ...puffinCatch().parts, [id]: content },
})

describe('a sound that is put right', () => {
  it('comes from its original: what was done before is done again', async () => {
    const late = tone(1, { head: 0.4 })
    const files = filesOf(late)
    const first = await fixed('sound-late', withSound(puffinCatch(), 'catch-sound', late), files)
    const content = first.pack.parts['catch-sound'] as SoundContent
    expect(content.made!.from).toBe(late.hash)
    expect(content.made!.edit.fromS).toBeCloseTo(0.395, 2)
    const bytes = first.files.get(content.asset!)!
    expect(hashOf(bytes)).toBe(content.asset)
    const heard = await decodeSound(bytes, first.pack.assets[content.asset!]!.mime)
    expect(measure(heard).headS).toBeLessThan(0.03)
    expect(durationOf(heard)).toBeCloseTo(0.605, 1)
    expect(first.pack.assets[content.asset!]!.madeFrom).toBe(late.hash)
  })

  it('keeps the volume and the ducking of its part', async () => {
    const late = tone(0.8, { head: 0.3 })
    const pack = withSound(puffinCatch(), 'catch-sound', late, { gainDb: -3, duckDb: -12 })
    const after = await fixed('sound-late', pack, filesOf(late))
    expect(after.pack.parts['catch-sound']).toMatchObject({ gainDb: -3, duckDb: -12 })
  })

  it('a loop is closed near where it was, and does not click in the file that plays', async () => {
    const broken = tone(2.00057, { rate: 44100 })
    const after = await fixed('loop-click', asMusic(broken), filesOf(broken))
    const music = after.pack.parts['music'] as MusicContent
    expect(music.loopToS).toBeGreaterThan(1.6)
    const heard = await decodeSound(after.files.get(music.asset!)!, after.pack.assets[music.asset!]!.mime)
    expect(clickOf(heard, music.loopFromS!, music.loopToS!)).toBeLessThan(4)
  })

  it('is not written where nothing is there to write with, as at the arcade', async () => {
    const late = tone(1, { head: 0.4 })
    const pack = withSound(puffinCatch(), 'catch-sound', late)
    const [finding] = await run('sound-late', pack, filesOf(late))
    const ctx = { ...contextFor(pack, filesOf(late)), encoders: null }
    expect(await ruleById('sound-late')!.fix!(ctx, finding!)).toBeNull()
  })
})

describe('the balance of sounds', () => {
  it('counts the volume of the part, louder and softer', async () => {
    const plain = tone(0.4)
    const level = async (gainDb: number) =>
      (await run('sound-loudness', withSound(puffinCatch(), 'catch-sound', plain, { gainDb }), filesOf(plain)))[0]
    expect(await level(0)).toBeUndefined()
    expect(Number((await level(12))?.facts['off'])).toBeGreaterThan(7)
    expect(textOf((await level(12))!).what).toContain('louder')
    expect(textOf((await level(-30))!).what).toContain('softer')
  })
  it('measures a part that the template leaves silent against its other effects', async () => {
    const loud = tone(0.4, { level: 0.98 })
    const pack = withSound(puffinCatch(), 'miss-sound', loud, { gainDb: 12 })
    expect(windfall.parts.find((spec) => spec.id === 'miss-sound')!.content).toMatchObject({ asset: null })
    const [finding] = await run('sound-loudness', pack, filesOf(loud))
    expect(finding?.subject.part).toBe('miss-sound')
    const after = await fixed('sound-loudness', pack, filesOf(loud))
    expect((after.pack.parts['miss-sound'] as SoundContent).gainDb).toBeLessThan(6)
    expect(await run('sound-loudness', after.pack, after.files)).toEqual([])
  })
  it('says nothing of silence, nor of a sound at which the music steps back for being long', async () => {
    const still = tone(1, { level: 0 })
    expect(await run('sound-loudness', withSound(puffinCatch(), 'catch-sound', still), filesOf(still))).toEqual([])
    const speech = tone(9)
    const pack = withSound(puffinCatch(), 'catch-sound', speech, { duckDb: -12 })
    expect(await run('sound-long', pack, filesOf(speech))).toEqual([])
  })
  it('music is not asked for its length, and an effect not for its loop', async () => {
    const long = tone(9.00057)
    expect(await run('sound-long', asMusic(long), filesOf(long))).toEqual([])
    expect(await run('loop-click', withSound(puffinCatch(), 'catch-sound', long), filesOf(long))).toEqual([])
  })
})

describe('words in every language', () => {
  const inWelsh = (words: Record<string, string>, pack: Pack = puffinCatch()): Pack => ({
    ...pack,
    languages: [{ tag: 'cy', name: 'Cymraeg', words }],
  })
  const long = 'Chwarae gyda’r pâl ar y cei yn y niwl'
  it('that overflow are told with the language, and one fix makes all of them fit', async () => {
    const pack = inWelsh({ 'play-words': long })
    const [finding] = await run('words-overflow', pack)
    expect(textOf(finding!).what).toContain('Cymraeg')
    const after = await fixed('words-overflow', pack, new Map())
    expect(after.pack.parts['play-words']).toMatchObject({ shrinkTo: expect.any(Number) })
    expect((after.pack.parts['play-words'] as WordingContent).scale).toBe(1)
    expect(await run('words-overflow', after.pack)).toEqual([])
  })
  it('that may shrink far enough are fine', async () => {
    const pack = withPart('play-words', wording('Begin the harbour supper now', { shrinkTo: 0.5 }))
    expect(await run('words-overflow', pack)).toEqual([])
    expect(await run('words-overflow', withPart('play-words', wording('Begin the harbour supper now')))).toHaveLength(1)
  })
  it('of a story that is far too long are told, and shrinking does not help', async () => {
    const story: StoryContent = {
      kind: 'story',
      lines: [
        { id: 'a', text: 'Short.', picture: null, sound: null, seconds: 0 },
        {
          id: 'b',
          text: 'All night long the crane went round and round. '.repeat(12),
          picture: null,
          sound: null,
          seconds: 0,
        },
      ],
    }
    const [finding] = await run('words-overflow', withPart('intro-story', story))
    expect(finding).toMatchObject({ subject: { part: 'intro-story' }, facts: { canShrink: 0 } })
    expect(textOf(finding!).what).toContain('line 2')
  })
  it('that are missing are counted by language, and an empty line needs no translation', async () => {
    const all = Object.fromEntries(
      windfall.parts.flatMap((spec) => (spec.content.kind === 'wording' ? [[spec.id, 'gair']] : [])),
    )
    expect(await run('words-untranslated', inWelsh(all, emptyPack()))).toEqual([])
    const { 'play-words': _one, ...most } = all
    const [finding] = await run('words-untranslated', inWelsh(most, emptyPack()))
    expect(finding!.facts).toMatchObject({ count: 1, language: 'Cymraeg' })
    expect(textOf(finding!).what).toContain('1 text is not in Cymraeg')
    expect(await run('words-untranslated', emptyPack())).toEqual([])
  })
})
