/** The check as a whole, rule by rule, on the demo pack. */
import { describe, expect, it } from 'vitest'
import {
  contextFor,
  disc,
  emptyPack,
  locatedJpeg,
  picture,
  pngAsset,
  puffinCatch,
  tone,
  windfall,
  withSound,
  withSprite,
  type Made,
} from '../../tests/support/fixtures'
import { RULE_CASES, type FiringAndSilent, type RuleCase } from '../../tests/support/rule-cases'
import { outlineOf } from '../art/outline'
import type { MusicContent } from '../kinds/audible'
import { TOPICS } from '../label/age-guide'
import { hashOf } from '../pack/hash'
import { newFacts } from '../art/take-in'
import { edit } from '../pack/commands'
import type { Pack } from '../pack/pack'
import type { Finding } from './finding'
import { RULES, ruleById } from './registry'
import { makeRunner } from './runner'
import { textOf, verdict } from './texts'

type Case = RuleCase
const files = (made: Made[] = []) => new Map(made.map((one) => [one.hash, one.bytes]))

async function findingsOf(rule: string, { pack, files: made, ctx }: Case): Promise<Finding[]> {
  const only = RULES.filter((one) => one.id === rule)
  return (await makeRunner(only).run({ ...contextFor(pack, files(made)), ...ctx })).findings
}

const labelled = (change: Partial<Pack['label']>): Pack => ({
  ...puffinCatch(),
  label: { ...puffinCatch().label, ...change },
})
const part = (pack: Pack, id: string, content: Pack['parts'][string]): Pack => ({
  ...pack,
  parts: { ...pack.parts, [id]: content },
})
const words = (text: string) => ({ kind: 'wording' as const, text, scale: 1 })

const white = pngAsset(disc(60, 20, [180, 30, 30, 255], [255, 255, 255, 255]))
const clean = pngAsset(disc(60, 25))
const fitted = outlineOf(disc(60, 25))!
const huge = pngAsset(disc(900, 300))
const late = tone(0.6, { head: 0.25 })
const loud = tone(0.5, { level: 1.8 })
const silent = tone(0.5, { level: 0 })
const plain = tone(0.3)
const backdropHash = Object.keys(puffinCatch().assets).find(
  (hash) => puffinCatch().assets[hash]!.source.file === 'quay-at-dusk.png',
)!
/** Drawn letters without anything but the plain alphabet. */
const glyphs = {
  kind: 'typeface' as const,
  name: 'Drawn',
  asset: null,
  glyphs: { asset: backdropHash, columns: 26, rows: 1, order: 'ABCDEFGHIJKLMNOPQRSTUVWXYZ' },
}
const inWelsh = (texts: Record<string, string>): Pack => ({
  ...puffinCatch(),
  languages: [{ tag: 'cy', name: 'Cymraeg', words: texts }],
})
const heavy = tone(2, { rate: 44100 })
const long = tone(7)
/** Ends in the middle of a wave. */
const broken = tone(1.50057)
const withMusic = (made: Made, change: Partial<MusicContent> = {}): Pack => ({
  ...puffinCatch(),
  assets: { ...puffinCatch().assets, [made.hash]: made.facts },
  parts: { ...puffinCatch().parts, music: { kind: 'music', asset: made.hash, gainDb: -6, ...change } },
})
const blank = pngAsset(picture(64, 40, () => [90, 90, 90, 255]))
const pink = pngAsset(picture(64, 40, (x, y) => [255, (x * 3) % 60, 180 + (y % 40), 255]))
const unknown = pngAsset(disc(50, 20), {})
const withCover = (made: Made): Case => ({
  pack: { ...labelled({ cover: made.hash }), assets: { ...puffinCatch().assets, [made.hash]: made.facts } },
  files: [made],
})

async function photo(): Promise<Made> {
  const bytes = await locatedJpeg()
  return {
    bytes,
    hash: hashOf(bytes),
    facts: newFacts('holiday.jpg', 'image/jpeg', bytes.length, { width: 64, height: 40 }, '2026-11-23T00:00:00.000Z'),
  }
}
const withBackdrop = (made: Made): Pack => ({
  ...part(puffinCatch(), 'backdrop', { kind: 'picture', asset: made.hash, fit: 'cover', crisp: false }),
  assets: { ...puffinCatch().assets, [made.hash]: made.facts },
})

/** For each rule: a pack in which it must fire, and one in which it must stay silent. */
const CASES: Record<string, FiringAndSilent> = {
  ...RULE_CASES,
  'asset-missing': {
    fires: () => ({ pack: withSprite(puffinCatch(), clean) }),
    silent: () => ({ pack: withSprite(puffinCatch(), clean), files: [clean] }),
    severity: 'must',
  },
  'opaque-box': {
    fires: () => ({ pack: withSprite(puffinCatch(), white), files: [white] }),
    silent: () => ({ pack: withSprite(puffinCatch(), clean), files: [clean] }),
    severity: 'must',
  },
  'hit-shape-far': {
    fires: () => ({
      pack: withSprite(puffinCatch(), clean, {
        hitShape: [
          { x: -0.5, y: -0.5 },
          { x: 1.5, y: -0.5 },
          { x: 1.5, y: 1.5 },
          { x: -0.5, y: 1.5 },
        ],
      }),
      files: [clean],
    }),
    silent: () => ({ pack: withSprite(puffinCatch(), clean, { hitShape: fitted }), files: [clean] }),
    severity: 'should',
  },
  'picture-too-large': {
    fires: () => ({ pack: withSprite(puffinCatch(), huge), files: [huge] }),
    silent: () => ({ pack: withSprite(puffinCatch(), clean), files: [clean] }),
    severity: 'should',
  },
  'location-in-photo': {
    fires: async () => {
      const made = await photo()
      return { pack: withBackdrop(made), files: [made] }
    },
    silent: () => ({ pack: puffinCatch() }),
    severity: 'must',
  },
  'sound-missing': {
    fires: () => ({ pack: withSound(puffinCatch(), 'catch-sound', silent), files: [silent] }),
    silent: () => ({ pack: part(puffinCatch(), 'catch-sound', { kind: 'sound', asset: null, gainDb: 0 }) }),
    severity: 'must',
  },
  'sound-clipped': {
    fires: () => ({ pack: withSound(puffinCatch(), 'catch-sound', loud), files: [loud] }),
    silent: () => ({ pack: withSound(puffinCatch(), 'catch-sound', plain), files: [plain] }),
    severity: 'should',
  },
  'sound-late': {
    fires: () => ({ pack: withSound(puffinCatch(), 'catch-sound', late), files: [late] }),
    silent: () => ({ pack: withSound(puffinCatch(), 'catch-sound', plain), files: [plain] }),
    severity: 'should',
  },
  'sound-loudness': {
    fires: () => ({ pack: withSound(puffinCatch(), 'catch-sound', plain, { gainDb: -24 }), files: [plain] }),
    silent: () => ({ pack: withSound(puffinCatch(), 'catch-sound', plain), files: [plain] }),
    severity: 'should',
  },
  'loop-click': {
    fires: () => ({ pack: withMusic(broken), files: [broken] }),
    silent: () => ({ pack: withMusic(broken, { loopFromS: 0.5, loopToS: 1 }), files: [broken] }),
    severity: 'should',
  },
  'sound-heavy': {
    fires: () => ({ pack: withSound(puffinCatch(), 'catch-sound', heavy), files: [heavy] }),
    silent: () => ({ pack: withSound(puffinCatch(), 'catch-sound', plain), files: [plain] }),
    severity: 'should',
  },
  'sound-long': {
    fires: () => ({ pack: withSound(puffinCatch(), 'catch-sound', long), files: [long] }),
    silent: () => ({ pack: withSound(puffinCatch(), 'catch-sound', long, { duckDb: -9 }), files: [long] }),
    severity: 'know',
  },
  'words-empty': {
    fires: () => ({ pack: part(puffinCatch(), 'win-words', words('  ')) }),
    silent: () => ({ pack: puffinCatch() }),
    severity: 'must',
  },
  'letters-missing': {
    fires: () => ({
      pack: part(
        { ...puffinCatch(), parts: { ...puffinCatch().parts, typeface: glyphs } },
        'win-words',
        words('Fin ø'),
      ),
    }),
    silent: () => ({ pack: part(puffinCatch(), 'win-words', words('Fin ø')) }),
    severity: 'should',
  },
  'words-untranslated': {
    fires: () => ({ pack: inWelsh({ 'play-words': 'Chwarae' }) }),
    silent: () => ({ pack: puffinCatch() }),
    severity: 'know',
  },
  'words-overflow': {
    fires: () => ({ pack: part(puffinCatch(), 'play-words', words('Begin the great harbour supper')) }),
    silent: () => ({ pack: puffinCatch() }),
    severity: 'must',
  },
  'goal-unreachable': {
    fires: () => ({ pack: part(puffinCatch(), 'goal', { kind: 'dial', value: 900 }) }),
    silent: () => ({ pack: puffinCatch() }),
    severity: 'must',
  },
  'cast-idle': {
    fires: () => {
      const good = puffinCatch().parts['good']!
      if (good.kind !== 'cast') throw new Error('cast')
      return {
        pack: part(puffinCatch(), 'good', { ...good, entries: good.entries.map((entry) => ({ ...entry, points: 0 })) }),
      }
    },
    silent: () => ({ pack: puffinCatch() }),
    severity: 'should',
  },
  title: {
    fires: () => ({ pack: labelled({ title: ' ' }) }),
    silent: () => ({ pack: puffinCatch() }),
    severity: 'must',
  },
  'short-missing': {
    fires: () => ({ pack: labelled({ short: '' }) }),
    silent: () => ({ pack: puffinCatch() }),
    severity: 'should',
  },
  'description-short': {
    fires: () => ({ pack: labelled({ description: 'A game.' }) }),
    silent: () => ({ pack: puffinCatch() }),
    severity: 'must',
  },
  'how-to-missing': {
    fires: () => ({ pack: labelled({ howTo: ['', ' '] }) }),
    silent: () => ({ pack: puffinCatch() }),
    severity: 'should',
  },
  'tags-count': {
    fires: () => ({ pack: labelled({ tags: ['Sea Birds', 'sea-birds', 'quay'] }) }),
    silent: () => ({ pack: puffinCatch() }),
    severity: 'should',
  },
  cover: {
    fires: () => ({ pack: puffinCatch() }),
    silent: () => ({ pack: labelled({ cover: backdropHash }) }),
    severity: 'must',
  },
  'source-unknown': {
    fires: () => ({ pack: withSprite(puffinCatch(), unknown), files: [unknown] }),
    silent: () => ({ pack: withSprite(puffinCatch(), clean), files: [clean] }),
    severity: 'should',
  },
  'too-heavy': {
    fires: () => ({
      pack: withSprite(puffinCatch(), { ...clean, facts: { ...clean.facts, bytes: 9_000_000 } }),
      files: [clean],
    }),
    silent: () => ({ pack: puffinCatch() }),
    severity: 'should',
  },
  'still-template': {
    fires: () => ({ pack: emptyPack() }),
    silent: () => ({
      pack: {
        ...emptyPack(),
        parts: Object.fromEntries(
          windfall.parts.filter((spec) => spec.content.kind !== 'cast').map((spec) => [spec.id, spec.content]),
        ),
      },
    }),
    severity: 'should',
  },
}

describe('rules', () => {
  it('all have a firing and a silent case here', () => {
    expect(Object.keys(CASES).sort()).toEqual(RULES.map((rule) => rule.id).sort())
  })

  for (const [id, one] of Object.entries(CASES)) {
    it(`${id} fires, says so in a sentence, and stays silent where it should`, async () => {
      const found = await findingsOf(id, await one.fires())
      expect(found.length).toBeGreaterThan(0)
      expect(found[0]!.severity).toBe(one.severity)
      const text = textOf(found[0]!)
      expect(text.what).toMatch(/\p{L}{2}/u)
      expect(text.why.length).toBeGreaterThan(10)
      expect(text.what + text.why + text.fix).not.toMatch(/undefined|NaN|Infinity/)
      const quiet = (await findingsOf(id, await one.silent())).filter(
        (finding) => id !== 'still-template' || !['good', 'bad'].includes(finding.subject.part ?? ''),
      )
      expect(quiet.map((finding) => textOf(finding).what)).toEqual([])
    })
  }
})

describe('more edges of rules', () => {
  it('cover: blank and unlike are told apart', async () => {
    expect((await findingsOf('cover', withCover(blank)))[0]!.facts['problem']).toBe('blank')
    const unlike = (await findingsOf('cover', withCover(pink)))[0]!
    expect(unlike.facts['problem']).toBe('unlike')
    expect(unlike.severity).toBe('should')
  })

  it('title: long and stuffed ones, and honest odd ones', async () => {
    const problem = async (title: string) =>
      (await findingsOf('title', { pack: labelled({ title }) }))[0]?.facts['problem'] ?? ''
    expect(await problem('x'.repeat(41))).toBe('long')
    expect(await problem('BEST PUFFIN GAME')).toBe('stuffed')
    expect(await problem('Puffin puffin puffin')).toBe('stuffed')
    expect(await problem('Puffin!!! Catch')).toBe('stuffed')
    expect(await problem('fish, sea, bird, fun, quay')).toBe('stuffed')
    for (const fine of ['Puffin Catch', 'A B C', 'Fog Watch 2: The Long Tide', 'ABC Quay', 'Où est le phare ?'])
      expect(await problem(fine), fine).toBe('')
  })

  it('description: the title said again is not a description', async () => {
    expect(
      (
        await findingsOf('description-short', {
          pack: labelled({ description: 'Puffin Catch Puffin Catch Puffin Catch Puffin Catch' }),
        })
      )[0]!.facts['problem'],
    ).toBe('repeats')
  })

  it('sound-missing: a file that cannot be decoded is told as broken', async () => {
    const broken: Made = { ...plain, bytes: plain.bytes.slice(0, 30), hash: 'e'.repeat(64) }
    expect(
      (
        await findingsOf('sound-missing', { pack: withSound(puffinCatch(), 'catch-sound', broken), files: [broken] })
      )[0]!.facts['broken'],
    ).toBe(1)
  })

  it('goal-unreachable: no good things at all means nothing can be reached', async () => {
    const found = await findingsOf('goal-unreachable', {
      pack: part(puffinCatch(), 'good', { kind: 'cast', entries: [] }),
    })
    expect(found[0]!.facts['reachable']).toBe(0)
    expect(textOf(found[0]!).fix).toBe('')
  })
})

describe('fixes', () => {
  const fixable = RULES.filter((rule) => rule.fix !== undefined).map((rule) => rule.id)
  for (const id of fixable) {
    it(`${id} is put right by one command, and the rule is silent after it`, async () => {
      const one = await CASES[id]!.fires()
      const made = files(one.files)
      const [finding] = await findingsOf(id, one)
      const fix = (await ruleById(id)!.fix!({ ...contextFor(one.pack, made), ...one.ctx }, finding!))!
      expect(fix.name).not.toBe('')
      const [next] = edit(one.pack, fix.command)
      for (const [hash, bytes] of Object.entries(fix.bytes)) {
        expect(hashOf(bytes)).toBe(hash)
        made.set(hash, bytes)
      }
      const after = await makeRunner(RULES.filter((rule) => rule.id === id)).run({
        ...contextFor(next, made),
        ...one.ctx,
      })
      expect(after.findings).toEqual([])
    })
  }

  it('are offered only where they have something to do', async () => {
    const asked = async (ageGuide: Record<string, string>) => {
      const [finding] = await findingsOf('age-unanswered', { pack: labelled({ ageGuide }) })
      return finding!
    }
    expect((await asked({})).fixable).toBe(true)
    // A question that follows another is the maker's own to answer.
    const follow = await asked({ ...Object.fromEntries(TOPICS.map((topic) => [topic, 'none'])), fighting: 'blows' })
    expect(follow.facts['count']).toBe(1)
    expect(follow.fixable).toBe(false)
  })

  it('exist where one can be computed', () => {
    expect(fixable.length).toBeGreaterThan(25)
    for (const id of ['personal-data', 'title', 'dry-run']) expect(fixable).not.toContain(id)
  })

  it('do not let the original of a photo with a place travel along', async () => {
    const made = await photo()
    const pack = withBackdrop(made)
    const [finding] = await findingsOf('location-in-photo', { pack, files: [made] })
    const fix = (await ruleById('location-in-photo')!.fix!(contextFor(pack, files([made])), finding!))!
    const [next] = edit(pack, fix.command)
    const hash = (next.parts['backdrop'] as { asset: string }).asset
    expect(next.assets[hash]!.madeFrom).toBeUndefined()
  })
})

describe('runner', () => {
  it('works out anew only what a change touched, and agrees with a run from scratch', async () => {
    const runner = makeRunner()
    const first = await runner.run(contextFor(puffinCatch()))
    expect(first.worked).toBe(first.asked)
    const again = await runner.run(contextFor(puffinCatch()))
    expect(again.worked).toBe(0)
    expect(again.findings).toEqual(first.findings)
    const changed = part(puffinCatch(), 'win-words', words('x'.repeat(300)))
    const third = await runner.run(contextFor(changed))
    expect(third.worked).toBeLessThan(8)
    expect(third.findings).toEqual((await makeRunner().run(contextFor(changed))).findings)
    expect(third.findings.some((finding) => finding.rule === 'words-overflow')).toBe(true)
  })

  it('refuses a rule twice, and says in one sentence how it stands', async () => {
    expect(verdict([])).toBe('Nothing stands in the way of posting')
    const { findings } = await makeRunner().run(contextFor(emptyPack()))
    const must = findings.filter((finding) => finding.severity === 'must').length
    expect(verdict(findings)).toBe(`${must} things to fix before this can be posted`)
    expect(new Set(findings.map((finding) => finding.id)).size).toBe(findings.length)
  })

  it('finds only the missing cover to be fixed on the demo pack, and what is left of the template', async () => {
    const { findings } = await makeRunner().run(contextFor(puffinCatch()))
    expect(findings.filter((finding) => finding.severity === 'must').map((finding) => finding.rule)).toEqual(['cover'])
    expect(new Set(findings.map((finding) => finding.rule))).toEqual(new Set(['cover', 'still-template']))
  })
})
