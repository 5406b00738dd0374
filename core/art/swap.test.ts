import { describe, expect, it } from 'vitest'
import { emptyPack, windfall } from '../../tests/support/fixtures'
import { contentOf } from '../pack/pack'
import { drawingIn, likeIn, type OfKind, type PartKind } from '../kinds'
import { newFacts } from './take-in'
import {
  addEntries,
  likeForCast,
  redraw,
  rowsForEntries,
  stillDrawn,
  swappedPicture,
  swappedSound,
  swapEntry,
  withOldSpeeds,
  wishOf,
  type Taken,
} from './swap'

const specOf = (part: string) => windfall.parts.find((spec) => spec.id === part)!
const made = <K extends PartKind>(part: string) => contentOf(emptyPack(), windfall, part) as OfKind<K>
const hero = made<'sprite'>('hero')
const good = made<'cast'>('good')
const hash = 'a'.repeat(64)
const facts = newFacts('gull.png', 'image/png', 10, { width: 4, height: 4 }, '2026-11-26T00:00:00.000Z', {})
const taken: Taken = { hash, facts, originals: { [hash.replaceAll('a', 'b')]: facts }, crisp: true, sprite: hero }

describe('what a swap does to a pack', () => {
  it('keeps how a picture fills and how loud a sound is; loop, edit and old movement go', () => {
    const picture = { ...made<'picture'>('backdrop'), dim: 0.4, clip: hero.clips[Object.keys(hero.clips)[0]!]! }
    expect(swappedPicture(picture, taken)).toMatchObject({ dim: 0.4, asset: hash, crisp: true })
    expect(swappedPicture(picture, taken)).not.toHaveProperty('clip')
    const music = { ...made<'music'>('music'), gainDb: -9, loopFromS: 2, loopToS: 7 }
    expect(swappedSound(music, taken)).toMatchObject({ asset: hash, gainDb: -9, loopFromS: 0, loopToS: 0 })
  })

  it('names an entry after its file, and gives several rows of files one entry each', () => {
    const swapped = swapEntry(specOf('good'), good, good.entries[0]!, taken, 'art/old_boot.png')
    expect(swapped.name).toBe(`Swap ${good.entries[0]!.name}`)
    const { content: after } = swapped.command as { content: typeof good }
    expect(after.entries[0]).toMatchObject({ id: good.entries[0]!.id, name: 'Old boot' })
    expect(after.entries.slice(1)).toEqual(good.entries.slice(1))
    const files = ['walk-1.png', 'walk-2.png', 'anchor.png'].map((name) => ({ name }))
    const rows = rowsForEntries(files)
    expect(rows.map((row) => row.length).sort()).toEqual([1, 2])
    const added = addEntries(
      specOf('good'),
      good,
      rows.map((row) => ({ taken, files: row })),
    )
    expect(added.name).toBe(`Add 2 to ${specOf('good').name}`)
    const { content, assets } = added.command as { content: typeof good; assets: Record<string, unknown> }
    expect(
      content.entries
        .slice(-2)
        .map((entry) => entry.name)
        .sort(),
    ).toEqual(['Anchor', 'Walk'])
    expect(Object.keys(assets)).toHaveLength(2)
    expect(rowsForEntries([...files, { name: 'sheet.json' }])).toHaveLength(1)
  })

  it('asks for the clips of the part, after the drawing it stands in for', () => {
    expect(wishOf(specOf('hero'), hero)).toMatchObject({ like: hero, clips: specOf('hero').clips })
    expect(likeForCast(specOf('good'), good, good.entries[1]!.id)).toBe(good.entries[1]!.sprite)
    expect(likeForCast(specOf('good'), { kind: 'cast', entries: [] }, '')).toBe(likeIn(specOf('good').content))
  })

  it('lets a clip that is cut anew run as it was set, and refuses what was worked out on another drawing', () => {
    const [name, clip] = Object.entries(hero.clips).find(([, one]) => one.frames.length > 1)!
    const slow = { ...hero, clips: { ...hero.clips, [name]: { ...clip, fps: 3, mode: 'bounce' as const } } }
    expect(withOldSpeeds(hero, slow).clips[name]).toMatchObject({ fps: 3, mode: 'bounce' })
    expect(() => stillDrawn(hero, slow)).not.toThrow()
    expect(() => stillDrawn(good.entries[0]!.sprite, hero)).toThrow('swapped meanwhile')
    expect(() => stillDrawn(undefined, hero)).toThrow('swapped meanwhile')
  })

  it('puts a drawing where one stood: on the part, or on the entry of a cast', () => {
    const next = { old: hero, sprite: { ...hero, height: 3 } }
    expect(redraw('hero', hero, '', next)).toMatchObject({ from: hero, content: { height: 3 } })
    const id = good.entries[1]!.id
    const command = redraw('good', good, id, next) as { content: typeof good }
    expect(drawingIn(command.content, id)!.sprite.height).toBe(3)
    expect(command.content.entries[0]).toBe(good.entries[0])
  })
})
