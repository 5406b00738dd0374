import { beforeAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { standInForBrowser } from '../../tests/support/app'
import { puffinCatch, tone, windfall } from '../../tests/support/fixtures'
import { encoders, mono, sine, wave } from '../../tests/support/sounds'
import type { AssetFacts } from '@core/pack/asset'
import type { MusicContent, SoundContent } from '@core/kinds/audible'
import { emptyHistory } from '@core/pack/history'
import { decodeSound } from '@core/sound/decode'
import { NO_EDIT } from '@core/kinds/sound-edit'
import { durationOf, measure } from '@core/sound/samples'
import type { Template } from '@core/template/template'
import { soundWork } from '../workers/work/sound-work'
import { until } from '../../tests/support/until'

let count = 0
/** The stores over the worker's own functions, in this thread; nothing is heard. */
async function stores() {
  vi.resetModules()
  const read = async (hash: string, template: Template, facts: AssetFacts | undefined) => {
    const { assetBytes } = await import('../workers/sources')
    const bytes = await assetBytes(hash, template)
    return bytes === null || facts === undefined ? null : decodeSound(bytes, facts.mime)
  }
  const pinia = standInForBrowser(soundWork({ encoders, transfer: (value) => value }, { samplesOf: read }))
  const [{ useBench }, { useSwap }, { useSoundBench }, { useDesk }, { useSounds }, packs] = await Promise.all([
    import('./bench'),
    import('./swap'),
    import('./sound-bench'),
    import('./desk'),
    import('./sounds'),
    import('../storage/packs'),
  ])
  return {
    packs,
    bench: useBench(pinia),
    swap: useSwap(pinia),
    sound: useSoundBench(pinia),
    desk: useDesk(pinia),
    sounds: useSounds(pinia),
  }
}
let at: Awaited<ReturnType<typeof stores>>
// One set of stores, as in one tab; a pack of its own for each test.
beforeAll(async () => {
  at = await stores()
})
beforeEach(async () => {
  const id = `sound-pack-${count++}`
  at.desk.open = ''
  await at.packs.savePack({ ...puffinCatch(), id }, emptyHistory(), 0)
  await at.bench.open(id)
})

const put = (part: string, made: { bytes: Uint8Array }, name = 'mine.wav') =>
  at.swap.put({ name, size: made.bytes.length, bytes: async () => made.bytes }, part)
const partNow = <C extends SoundContent | MusicContent>(part: string) => at.bench.pack!.parts[part] as C
async function work(part: string): Promise<void> {
  at.bench.select(part)
  at.desk.show('sound')
  await until(() => expect(at.sound.start).not.toBeNull())
  await at.sound.show()
  await until(() => expect(at.sound.preview).not.toBeNull())
}
/** The draft, rendered. */
async function changed(change: Parameters<typeof at.sound.change>[0]): Promise<void> {
  at.sound.change(change)
  await at.sound.show()
}

describe('the sound workshop', () => {
  it('shows what a draft would sound like, and keeps it as one step that starts from the original', async () => {
    await put('catch-sound', tone(0.8, { head: 0.3 }))
    await work('catch-sound')
    expect(at.sound.durationS).toBeCloseTo(0.8, 2)
    expect(at.sound.changed).toBe(false)
    await changed({ fromS: 0.3, gainDb: -6 })
    expect(at.sound.changed).toBe(true)
    expect(at.sound.durationS).toBeCloseTo(0.5, 2)
    const before = partNow('catch-sound')
    await at.sound.keep()
    const after = partNow<SoundContent>('catch-sound')
    expect(after.asset).not.toBe(before.asset)
    expect(after.made!.edit).toMatchObject({ fromS: 0.3, gainDb: -6 })
    expect(at.bench.pack!.assets[after.made!.from]!.mime).toBe('audio/wav')
    expect(at.bench.canUndo).toBe('Work on Catch sound')
    await until(() => expect(at.sound.changed).toBe(false))
    at.bench.undo()
    await until(() => expect(at.sound.draft).toEqual(NO_EDIT))
    expect(partNow('catch-sound')).toEqual(before)
  })

  it('brings a sound to a loudness, and says nothing can be done with silence', async () => {
    await put('catch-sound', tone(0.5, { level: 0.05 }))
    await work('catch-sound')
    at.sound.normalise(-20)
    await at.sound.show()
    expect(at.sound.preview!.look.lufs).toBeCloseTo(-20, 0)
    expect(await put('harm-sound', tone(0.5, { level: 0 }))).toBe(true)
    await work('harm-sound')
    at.sound.normalise(-20)
    expect(at.sound.draft.gainDb).toBe(0)
  })

  it('closes a loop, and the music goes round in it', async () => {
    await put('music', tone(2.00057, { rate: 44100 }), 'loop.wav')
    await work('music')
    expect(at.sound.preview!.seam!.click).toBeGreaterThan(4)
    await at.sound.findSeam(0.3)
    await at.sound.show()
    expect(at.sound.preview!.seam!.click).toBeLessThan(4)
    await at.sound.keep()
    expect(partNow<MusicContent>('music').loopToS).toBeGreaterThan(1.6)
  })

  it('compares with the template’s sound for this part', async () => {
    await put('catch-sound', tone(0.4))
    await work('catch-sound')
    await until(() => expect(at.sound.theirs).not.toBeNull())
    expect(at.sound.theirs!.lufs).toBeGreaterThan(-40)
  })

  it('makes an effect, and another like it, with the recipe kept', async () => {
    at.bench.select('harm-sound')
    vi.stubGlobal('AudioContext', undefined)
    const recipe = at.sound.firstRecipe()
    expect(recipe.kind).toBe('hit')
    // Nothing is heard here: what cannot sound must still be made.
    await at.sound.make({ ...recipe, seed: 7 }).catch(() => undefined)
    const made = partNow<SoundContent>('harm-sound')
    expect(made.effect).toEqual({ ...recipe, seed: 7 })
    expect(at.bench.pack!.assets[made.asset!]!.source.licence).toBe('CC0-1.0')
  })

  it('takes a recording, with its samples as the original', async () => {
    at.bench.select('catch-sound')
    await at.sound.takeRecording(mono(wave(1.2, sine(300, -12), 44100), 44100))
    const made = partNow<SoundContent>('catch-sound')
    const facts = at.bench.pack!.assets[made.asset!]!
    expect(facts.durationS).toBeCloseTo(1.2, 2)
    expect(at.bench.pack!.assets[facts.madeFrom!]!.mime).toBe('audio/wav')
  })

  it('gives place to the art workshop, one large editor at a time', async () => {
    const { useWorkbench } = await import('./workbench')
    at.bench.select('catch-sound')
    at.desk.show('mix')
    at.bench.select('hero')
    useWorkbench().show()
    expect(at.desk.open).toBe('art')
    at.desk.show('mix')
    expect(useWorkbench().open).toBe(false)
  })
})

describe('how loud sounds are', () => {
  it('is told in the order asked, none for what is not there', async () => {
    const theirs = windfall.parts.find((spec) => spec.id === 'catch-sound')!.content as SoundContent
    const facts = Object.fromEntries(Object.entries(windfall.assets).map(([hash, one]) => [hash, one.facts]))
    const asked = [
      { asset: theirs.asset!, kind: 'sound' as const, gainDb: 0 },
      { asset: theirs.asset!, kind: 'sound' as const, gainDb: -6 },
      { asset: 'e'.repeat(64), kind: 'sound' as const, gainDb: 0 },
    ]
    const [plain, softer, none] = await at.sounds.levels(asked, facts, windfall)
    expect(plain!.lufs - softer!.lufs).toBeCloseTo(6, 5)
    expect(none).toBeNull()
  })
  it('a new file has another loop than the old one, and the volume of the part', async () => {
    await put('music', tone(2))
    await work('music')
    await changed({ loopFromS: 0.5, loopToS: 1.5 })
    await at.sound.keep()
    expect(partNow<MusicContent>('music')).toMatchObject({ loopFromS: 0.5, loopToS: 1.5 })
    await put('music', tone(3))
    const music = partNow<MusicContent>('music')
    expect(music).toMatchObject({ loopFromS: 0, loopToS: 0, gainDb: puffinMusic.gainDb })
    expect(music.made).toBeUndefined()
    const { readBytes } = await import('../storage/assets')
    const bytes = await until(async () => {
      const found = await readBytes(music.asset!)
      expect(found).not.toBeNull()
      return found!
    })
    const heard = await decodeSound(bytes, at.bench.pack!.assets[music.asset!]!.mime)
    expect(durationOf(heard)).toBeCloseTo(3, 2)
    expect(measure(heard).peak).toBeGreaterThan(0.4)
  })
})
const puffinMusic = puffinCatch().parts['music'] as MusicContent
