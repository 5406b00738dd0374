import { beforeEach, describe, expect, it, vi } from 'vitest'
import { standInForBrowser } from '../../tests/support/app'
import { ballPixels, puffinCatch, tone } from '../../tests/support/fixtures'
import { workshopHere } from '../../tests/support/workshop-here'
import { encodePng } from '@core/art/png'
import { emptyHistory } from '@core/pack/history'
import { until } from '../../tests/support/until'

let count = 0
async function stores() {
  vi.resetModules()
  const pinia = standInForBrowser(workshopHere)
  vi.stubGlobal('createImageBitmap', async () => ({ close: () => undefined }))
  const [{ useBench }, { useMany }, { useNotices }, { useCrisp }, { useWorkbench }, packs] = await Promise.all([
    import('./bench'),
    import('./many'),
    import('./notices'),
    import('./crisp'),
    import('./workbench'),
    import('../storage/packs'),
  ])
  const bench = useBench(pinia)
  const id = `many-pack-${count++}`
  await packs.savePack({ ...puffinCatch(), id }, emptyHistory(), 0)
  await bench.open(id)
  return {
    bench,
    many: useMany(pinia),
    notices: useNotices(pinia),
    crisp: useCrisp(pinia),
    workbench: useWorkbench(pinia),
  }
}
let at: Awaited<ReturnType<typeof stores>>
beforeEach(async () => {
  at = await stores()
})

const file = (name: string, bytes: Uint8Array = encodePng(ballPixels())) => ({
  name,
  size: bytes.length,
  bytes: async () => bytes,
})
const parts = () => at.many.rows.map((row) => row.part)

describe('several files', () => {
  it('go to the parts whose names they have, pictures that take only one once, the rest nowhere', async () => {
    await at.many.match([file('my_hero.png'), file('HERO-2.png'), file('bg.png'), file('sky.png'), file('holiday.png')])
    expect(parts()).toEqual(['hero', 'hero', 'backdrop', '', ''])
    expect(at.many.open).toBe(true)
    expect(at.many.ready).toHaveLength(3)
  })

  it('go in order to the parts that were chosen, sounds to sounds, whatever their endings say', async () => {
    at.many.chosen = ['hero', 'life', 'catch-sound']
    await at.many.match([file('one.png'), file('two.png', tone(0.1).bytes), file('three.wav'), file('four.png')])
    expect(parts()).toEqual(['hero', 'catch-sound', 'life', ''])
  })

  it('do not go to words or dials, and parts can be chosen and let go', () => {
    expect(at.many.parts.some((spec) => spec.id === 'goal' || spec.id === 'title-words')).toBe(false)
    at.many.toggle('hero')
    at.many.toggle('life')
    at.many.toggle('hero')
    expect(at.many.chosen).toEqual(['life'])
  })

  it('are swapped as one step, and one broken file keeps all of them out', async () => {
    const before = at.bench.pack
    await at.many.match([file('hero.png'), file('life.png')])
    await at.many.swapAll()
    expect(at.bench.canUndo).toBe('Swap 2 parts')
    expect(at.many.open).toBe(false)
    at.bench.undo()
    expect(at.bench.pack!.parts).toEqual(before!.parts)

    await at.many.match([file('hero.png'), file('life.png', encodePng(ballPixels()).slice(0, 60))])
    await at.many.swapAll()
    expect(at.bench.pack!.parts).toEqual(before!.parts)
    expect(at.many.open).toBe(true)
    expect(at.notices.current!.text).toContain('“life.png” is damaged')
  })
})

describe('the grid of a game drawn pixel by pixel', () => {
  it('is offered when most of the art is drawn so, set as one step, and declined for good', async () => {
    await until(() => expect(at.crisp.offer).not.toBeNull())
    const grid = at.crisp.offer!
    await at.crisp.set(grid)
    expect(at.bench.pack!.pixels).toBe(grid)
    expect(at.crisp.offer).toBeNull()
    at.bench.undo()
    expect(at.bench.pack!.pixels).toBe(0)
    await until(() => expect(at.crisp.offer).toBe(grid))
    at.crisp.decline()
    expect(at.crisp.offer).toBeNull()
  })

  it('fits drawings whose size hardly changes, and leaves the others', async () => {
    await until(() => expect(at.crisp.offer).not.toBeNull())
    await at.crisp.set(20)
    const hero = at.bench.content('hero')
    const life = at.bench.content('life')
    if (hero?.kind !== 'sprite' || life?.kind !== 'sprite') throw new Error('not sprites')
    // 15 px of art: 0.8 m become 0.75 m. 30 px: 2.05 m would become 1.5 m and stay.
    expect(life.height).toBeCloseTo(15 / 20)
    expect(hero.height).toBeCloseTo(2.05)
  })
})

describe('the art workshop', () => {
  it('opens on the drawing that is chosen, keeps clip and frame in range, and closes when the drawing is gone', async () => {
    at.bench.select('hero')
    at.workbench.show('touch')
    expect(at.workbench.open).toBe(true)
    expect(at.workbench.clipName).toBe('stand')
    at.workbench.index = 3
    const frames = at.workbench.clip!.frames.slice(0, 2)
    await at.workbench.changeClip('Thin out', { frames })
    await until(() => expect(at.workbench.index).toBe(1))
    at.bench.undo()
    expect(at.workbench.clip!.frames).toHaveLength(4)
    at.bench.select('title-words')
    await until(() => expect(at.workbench.open).toBe(false))
    at.workbench.show()
    expect(at.workbench.open).toBe(false)
  })

  it('changes one clip and nothing else, as one step for a drag', async () => {
    at.bench.select('hero')
    const before = at.workbench.sprite!
    await at.workbench.changeClip('Speed', { fps: 9 }, 'x')
    await at.workbench.changeClip('Speed', { fps: 11 }, 'x')
    expect(at.workbench.sprite!.clips['stand']!.fps).toBe(11)
    expect(at.workbench.sprite!.clips['catch']).toEqual(before.clips['catch'])
    at.bench.undo()
    expect(at.workbench.sprite).toEqual(before)
  })

  it('works on entries of a cast too, against the template’s of the same place', async () => {
    at.bench.select('good', 'mussel')
    at.workbench.show()
    expect(at.workbench.sprite).toBe(
      (at.bench.content('good') as { entries: { id: string; sprite: unknown }[] }).entries.find(
        (e) => e.id === 'mussel',
      )!.sprite,
    )
    expect(at.workbench.reference).toBeDefined()
    await until(() => expect(at.workbench.own).toBe(true))
  })
})
