import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import {
  contextFor,
  disc,
  emptyPack,
  picture,
  pngAsset,
  puffinCatch,
  tone,
  windfall,
  withSound,
  withSprite,
  type Made,
} from '../../tests/support/fixtures'
import { edit } from '../pack/commands'
import { hashOf } from '../pack/hash'
import { newFacts } from '../art/take-in'
import type { CastContent } from '../kinds/cast'
import type { Pack } from '../pack/pack'
import type { Finding } from './finding'
import { ruleById, RULES } from './registry'
import { makeRunner } from './runner'
import { textOf } from './texts'
import { LIMITS } from './thresholds'

const files = (made: Made[]) => new Map(made.map((one) => [one.hash, one.bytes]))
async function run(rule: string, pack: Pack, made: Made[] = []): Promise<Finding[]> {
  return (await makeRunner(RULES.filter((one) => one.id === rule)).run(contextFor(pack, files(made)))).findings
}
const withPart = (pack: Pack, id: string, content: Pack['parts'][string], made: Made[] = []): Pack => ({
  ...pack,
  parts: { ...pack.parts, [id]: content },
  assets: { ...pack.assets, ...Object.fromEntries(made.map((one) => [one.hash, one.facts])) },
})
const castOf = (pack: Pack, id: string) => pack.parts[id] as CastContent

describe('sprites in a cast are looked at one by one', () => {
  const white = pngAsset(disc(60, 20, [180, 30, 30, 255], [255, 255, 255, 255]))
  const pack = () => {
    const bad = castOf(puffinCatch(), 'bad')
    const sprite = {
      ...bad.entries[1]!.sprite,
      clips: {
        fall: { frames: [{ asset: white.hash, x: 0, y: 0, w: 60, h: 60, hold: 1 }], fps: 1, mode: 'loop' as const },
      },
    }
    return withPart(puffinCatch(), 'bad', { ...bad, entries: [bad.entries[0]!, { ...bad.entries[1]!, sprite }] }, [
      white,
    ])
  }

  it('and a finding names the entry', async () => {
    const found = await run('opaque-box', pack(), [white])
    expect(found.map((one) => one.subject)).toEqual([{ part: 'bad', entry: 'rusty-tin' }])
    expect(textOf(found[0]!).what).toBe('A white box is drawn around Rusty tin')
  })

  it('and its fix leaves the other entries as they are', async () => {
    const made = files([white])
    const [finding] = await run('opaque-box', pack(), [white])
    const fix = (await ruleById('opaque-box')!.fix!(contextFor(pack(), made), finding!))!
    const [next] = edit(pack(), fix.command)
    expect(castOf(next, 'bad').entries[0]).toEqual(castOf(pack(), 'bad').entries[0])
    const asset = castOf(next, 'bad').entries[1]!.sprite.clips['fall']!.frames[0]!.asset
    expect(asset).not.toBe(white.hash)
    expect(next.assets[asset]!.madeFrom).toBe(white.hash)
    expect(next.assets[asset]!.source).toEqual(white.facts.source)
  })
})

describe('sizes', () => {
  it('of a backdrop count in both directions, and its fix keeps the shape', async () => {
    const wide = pngAsset(picture(3200, 2000, (x, y) => [x >> 4, y >> 4, 90, 255]))
    const pack = withPart(
      puffinCatch(),
      'backdrop',
      { kind: 'picture', asset: wide.hash, fit: 'cover', crisp: false },
      [wide],
    )
    const [finding] = await run('picture-too-large', pack, [wide])
    expect(finding!.facts['height']).toBe(2000)
    const fix = (await ruleById('picture-too-large')!.fix!(contextFor(pack, files([wide])), finding!))!
    const [next] = edit(pack, fix.command)
    const content = next.parts['backdrop']!
    const facts = next.assets[content.kind === 'picture' ? content.asset : '']!
    expect(facts.width / facts.height).toBeCloseTo(1.6, 2)
    expect(facts.width).toBeLessThanOrEqual(1920)
    const banner = pngAsset(picture(6000, 500, () => [9, 90, 190, 255]))
    expect(
      await run(
        'picture-too-large',
        withPart(puffinCatch(), 'backdrop', { kind: 'picture', asset: banner.hash, fit: 'cover', crisp: false }, [
          banner,
        ]),
        [banner],
      ),
    ).toEqual([])
  })

  it('of a strip are made smaller by whole cells', async () => {
    const strip = pngAsset(
      picture(2400, 600, (x, y) =>
        Math.hypot((x % 600) - 300, y - 300) < 240 ? [200, (x * 7 + y) % 200, 30, 255] : [0, 0, 0, 0],
      ),
    )
    const frames = [0, 1, 2, 3].map((i) => ({ asset: strip.hash, x: i * 600, y: 0, w: 600, h: 600, hold: 1 }))
    const pack = withSprite(puffinCatch(), strip, {
      clips: { stand: { frames, fps: 4, mode: 'loop' } },
      strip: { columns: 4, rows: 1 },
    })
    const [finding] = await run('picture-too-large', pack, [strip])
    const fix = (await ruleById('picture-too-large')!.fix!(contextFor(pack, files([strip])), finding!))!
    const [next] = edit(pack, fix.command)
    const hero = next.parts['hero']!
    if (hero.kind !== 'sprite') throw new Error('sprite')
    const cut = hero.clips['stand']!.frames
    const facts = next.assets[cut[0]!.asset]!
    expect(facts.width % 4).toBe(0)
    expect(cut.map((frame) => frame.x)).toEqual([0, 1, 2, 3].map((i) => (i * facts.width) / 4))
    expect(cut.every((frame) => frame.x + frame.w <= facts.width)).toBe(true)
  })
})

describe('tags in pictures', () => {
  it('that name only the camera are worth a look, not a must', async () => {
    const bytes = new Uint8Array(
      await sharp({ create: { width: 40, height: 25, channels: 3, background: '#2c5f74' } })
        .withExif({ IFD0: { Make: 'Quay Optics', Model: 'Gull 2' } })
        .jpeg()
        .toBuffer(),
    )
    const made: Made = {
      bytes,
      hash: hashOf(bytes),
      facts: newFacts('sea.jpg', 'image/jpeg', bytes.length, { width: 40, height: 25 }, '2026-11-23'),
    }
    const pack = withPart(
      puffinCatch(),
      'backdrop',
      { kind: 'picture', asset: made.hash, fit: 'cover', crisp: false },
      [made],
    )
    const [finding] = await run('location-in-photo', pack, [made])
    expect(finding!.severity).toBe('should')
    expect(textOf(finding!).what).toBe('Backdrop names the camera: Quay Optics Gull 2')
  })

  it('are looked for on the cover too, and its fix keeps it the cover', async () => {
    const { locatedJpeg } = await import('../../tests/support/fixtures')
    const bytes = await locatedJpeg()
    const made: Made = {
      bytes,
      hash: hashOf(bytes),
      facts: newFacts('me.jpg', 'image/jpeg', bytes.length, { width: 64, height: 40 }, '2026-11-23'),
    }
    const base = puffinCatch()
    const pack: Pack = {
      ...base,
      assets: { ...base.assets, [made.hash]: made.facts },
      label: { ...base.label, cover: made.hash },
    }
    const [finding] = await run('location-in-photo', pack, [made])
    expect(finding!.subject.field).toBe('cover')
    const fix = (await ruleById('location-in-photo')!.fix!(contextFor(pack, files([made])), finding!))!
    const [next] = edit(pack, fix.command)
    expect(next.label.cover).not.toBe(made.hash)
    expect(next.assets[next.label.cover!]).toBeDefined()
  })
})

describe('sounds', () => {
  it('music may begin softly, and a sound at the limit is not late', async () => {
    const slow = tone(1, { head: 0.4 })
    const pack = withPart(puffinCatch(), 'music', { kind: 'music', asset: slow.hash, gainDb: 0 }, [slow])
    expect(await run('sound-late', pack, [slow])).toEqual([])
    const edge = tone(0.5, { head: LIMITS.lateHeadS - 0.005 })
    expect(await run('sound-late', withSound(puffinCatch(), 'catch-sound', edge), [edge])).toEqual([])
    const late = tone(0.5, { head: LIMITS.lateHeadS + 0.005 })
    expect(await run('sound-late', withSound(puffinCatch(), 'catch-sound', late), [late])).toHaveLength(1)
  })

  it('a silent one is told as missing and not as late too', async () => {
    const silent = tone(0.5, { level: 0 })
    const pack = withSound(puffinCatch(), 'catch-sound', silent)
    expect(await run('sound-late', pack, [silent])).toEqual([])
    expect(textOf((await run('sound-missing', pack, [silent]))[0]!).what).toBe('Catch sound is silent all through')
  })
})

describe('casts and goals', () => {
  it('an entry that never falls may be worth nothing, and a bad one may take points instead of lives', async () => {
    const good = castOf(puffinCatch(), 'good')
    const resting = withPart(puffinCatch(), 'good', {
      ...good,
      entries: good.entries.map((entry, i) => (i === 0 ? { ...entry, points: 0, often: 0 } : entry)),
    })
    expect(await run('cast-idle', resting)).toEqual([])
    const bad = castOf(puffinCatch(), 'bad')
    const thieves = withPart(puffinCatch(), 'bad', {
      ...bad,
      entries: bad.entries.map((entry) => ({ ...entry, harm: 0, points: -5 })),
    })
    expect(await run('cast-idle', thieves)).toEqual([])
    const idle = withPart(puffinCatch(), 'bad', {
      ...bad,
      entries: bad.entries.map((entry) => ({ ...entry, harm: 0 })),
    })
    expect((await run('cast-idle', idle)).map((one) => textOf(one).what)).toEqual([
      'Old boot does no harm',
      'Rusty tin does no harm',
    ])
  })

  it('without a time limit every goal can be reached', async () => {
    const pack = withPart(withPart(puffinCatch(), 'goal', { kind: 'dial', value: 1000 }), 'time', {
      kind: 'dial',
      value: 0,
    })
    expect(await run('goal-unreachable', pack)).toEqual([])
  })
})

describe('placeholders', () => {
  it('in a cast are told entry by entry, and parts that are fine as they come are not asked', async () => {
    const good = windfall.parts.find((spec) => spec.id === 'good')!.content as CastContent
    const mixed = withPart(puffinCatch(), 'good', {
      kind: 'cast',
      entries: [...castOf(puffinCatch(), 'good').entries, good.entries[0]!],
    })
    const found = (await run('still-template', mixed)).filter((one) => one.subject.part === 'good')
    expect(found.map((one) => one.subject.entry)).toEqual(['apple'])
    const all = await run('still-template', emptyPack())
    const fine = new Set(windfall.parts.filter((spec) => spec.fineAsIs).map((spec) => spec.id))
    expect(all.some((one) => fine.has(one.subject.part ?? ''))).toBe(false)
    expect(all).toHaveLength(windfall.parts.length - fine.size)
  })
})

describe('weight', () => {
  it('over what the arcade takes is a must, over three seconds a should, each naming the heaviest', async () => {
    const clean = pngAsset(disc(40, 15))
    const heavy = (bytes: number) => withSprite(puffinCatch(), { ...clean, facts: { ...clean.facts, bytes } })
    const [must] = await run('too-heavy', heavy(30_000_000), [clean])
    expect(must).toMatchObject({ severity: 'must', subject: { part: 'hero' } })
    expect(textOf(must!).why).toContain('Hero weighs most')
    const [should] = await run('too-heavy', heavy(6_000_000), [clean])
    expect(should!.severity).toBe('should')
    const large = withSprite(puffinCatch(), { ...clean, facts: { ...clean.facts, width: 8000, height: 4000 } })
    expect((await run('too-heavy', large, [clean])).map((one) => one.facts['what'])).toEqual(['memory'])
  })
})
