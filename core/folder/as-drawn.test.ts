import { describe, expect, it } from 'vitest'
import { describedSheet, folderWorkplace, layerPlaceOf } from '../../tests/support/folder-games'
import { picture, pngAsset } from '../../tests/support/fixtures'
import { decodePicture } from '../../server/inspector/decode'
import { crop, type Rect } from '../art/pixels'
import { encodePng } from '../art/png'
import type { SpriteContent } from '../kinds/drawing'
import { newPack } from '../pack/pack'
import { FolderTemplate, type PartSpec } from '../template/template'
import { asDrawn, cellsDrawn, cutBack } from './as-drawn'
import { applyLayer } from './layer'
import { makeFolderTemplate } from './make'
import { openFolder } from './open'
import { partForFile } from './seen'

const SIZE = { width: 96, height: 40 }
const share = ({ x, y, w, h }: Rect) => ({ x: x / 96, y: y / 40, w: w / 96, h: h / 40 })
const cut = (of: Rect) => ({ cut: share(of) })
const after = (of: Rect, before: Rect) => ({ cut: share(of), after: share(before) })
const rect = (x: number, y: number, w: number, h = w): Rect => ({ x, y, w, h })
/** Three frames of one thing over two larger things: no even cut has both. */
const SMALL = [rect(0, 0, 16), rect(16, 0, 16), rect(32, 0, 16)]
const LARGE = [rect(0, 16, 24), rect(24, 16, 24)]
const PLAYED = [
  ...[...SMALL, ...LARGE].map(cut),
  ...[after(SMALL[1]!, SMALL[0]!), after(SMALL[2]!, SMALL[1]!), after(SMALL[0]!, SMALL[2]!)],
]

async function sheetGame() {
  // Full to its edges, so that nothing is guessed of its cells.
  const sheet = encodePng(picture(96, 40, (x, y) => [x * 2, y * 5, 90, 255]))
  const page = new TextEncoder().encode('<!doctype html><title>Sheet</title><canvas></canvas>')
  const files = new Map([
    ['index.html', page],
    ['all.png', sheet],
  ])
  return makeFolderTemplate(openFolder(files, 'sheet.zip'), folderWorkplace)
}
const cellsOf = ({ content }: PartSpec) =>
  content.kind === 'sprite' ? content.clips['all']!.frames.map(({ x, y, w, h }) => ({ x, y, w, h })) : []
const onSheet = ({ parts, folder }: FolderTemplate) => parts.filter(({ id }) => folder.places[id]?.at === 'file')

describe('cells that a game draws', () => {
  it('are read row by row, each once, whatever was cut off at an edge', () => {
    const again = { cut: { ...share(SMALL[1]!), x: 16.4 / 96 } }
    const clipped = cut(rect(0, 16, 24, 9))
    const all = [...LARGE, ...SMALL].map(cut)
    expect(cellsDrawn([clipped, again, ...all, cut(rect(0, 0, 96, 40))], SIZE)).toEqual([...SMALL, ...LARGE])
  })

  it('are none where a window moves over a picture', () => {
    expect(
      cellsDrawn(
        [0, 3, 6, 9].map((x) => cut(rect(x, 0, 40))),
        SIZE,
      ),
    ).toEqual([])
  })

  it('become a part for each thing; the first keeps its id, and what is picked there is chosen', async () => {
    const { template } = await sheetGame()
    const [only] = onSheet(template)
    expect(only!.content.kind).toBe('picture')
    const found = asDrawn(template, only!.id, PLAYED)!
    expect(found).toMatchObject({ cells: 5, parts: 3 })
    const parts = onSheet(FolderTemplate.parse(found.template))
    expect(parts.map(({ id, name }) => [id, name])).toEqual([
      ['all', 'All'],
      ['all-2', 'All 2'],
      ['all-3', 'All 3'],
    ])
    expect(parts.map(cellsOf)).toEqual([SMALL, [LARGE[0]], [LARGE[1]]])
    expect(partForFile(found.template, 'all.png', { x: 30 / 96, y: 20 / 40 })).toBe('all-3')
    // Nothing is new any more; what is drawn later joins its thing, or is another part.
    expect(asDrawn(found.template, 'all', PLAYED)).toBeNull()
    const [joins, alone] = [rect(48, 16, 24), rect(72, 16, 20)]
    const more = asDrawn(found.template, 'all-3', [...PLAYED, cut(alone), cut(joins), after(joins, LARGE[1]!)])!
    expect(more).toMatchObject({ cells: 7, parts: 4 })
    expect(onSheet(more.template).map((spec) => [spec.id, cellsOf(spec).length])).toEqual([
      ['all', 3],
      ['all-2', 1],
      ['all-3', 2],
      ['all-4', 1],
    ])
    // What takes the place of two parts is in one of them only.
    const both = [...PLAYED, cut(joins), after(joins, LARGE[0]!), after(joins, LARGE[1]!)]
    expect(onSheet(asDrawn(found.template, 'all', both)!.template).flatMap(cellsOf)).toHaveLength(6)
  })

  it('are taken back to what was there, with what was learnt of other parts since', async () => {
    const { template } = await sheetGame()
    const found = asDrawn(template, 'all', PLAYED)!
    const renamed = found.template.parts.map((spec) =>
      spec.content.kind === 'wording' ? { ...spec, name: 'Title' } : spec,
    )
    const back = FolderTemplate.parse(cutBack({ ...found.template, parts: renamed }, template, found.first))
    expect(onSheet(back)).toEqual(onSheet(template))
    expect(back.folder.places).toEqual(template.folder.places)
    expect(back.parts.map(({ name }) => name)).toContain('Title')
    expect(asDrawn(back, 'all', PLAYED)).toEqual({ ...found, template: expect.anything() })
  })

  it('are several things where one was guessed, as soon as all of it was drawn', async () => {
    const sheet = new Map([...(await describedSheet())].filter(([path]) => !path.endsWith('.json')))
    sheet.set('index.html', new TextEncoder().encode('<!doctype html><canvas></canvas>'))
    const { template } = await makeFolderTemplate(openFolder(sheet, 'sheet.zip'), folderWorkplace)
    const cells = [0, 32, 64, 96].map((x) => rect(x, 0, 32))
    expect(onSheet(template).map(cellsOf)).toEqual([cells])
    const shares = (of: Rect) => ({ x: of.x / 128, y: 0, w: 0.25, h: 1 })
    const seen = cells.map((of) => ({ cut: shares(of) }))
    const boats = { cut: shares(cells[2]!), after: shares(cells[1]!) }
    expect(asDrawn(template, 'all', [seen[0]!, seen[3]!])).toBeNull()
    const found = asDrawn(template, 'all', [...seen, boats])!
    expect(onSheet(found.template).map(cellsOf)).toEqual([[cells[0]], [cells[1], cells[2]], [cells[3]]])
    // One that was seen in all its turns is one thing.
    const turn = seen.slice(1).map(({ cut: now }, i) => ({ cut: now, after: shares(cells[i]!) }))
    expect(asDrawn(template, 'all', [...seen, ...turn])).toBeNull()
  })

  it('are no news where they are the cut that was guessed, or one detail of a picture', async () => {
    const { template } = await sheetGame()
    expect(asDrawn(template, 'all', [cut(SMALL[0]!)])).toBeNull()
    expect(asDrawn(template, 'sheet', SMALL.map(cut))).toBeNull()
    expect(asDrawn(template, 'all', [])).toBeNull()
  })

  it('are written alone: what lies beside them stays as it was', async () => {
    const { template, bytes } = await sheetGame()
    const { template: next } = asDrawn(template, 'all', [...PLAYED, after(LARGE[1]!, LARGE[0]!)])!
    const red = pngAsset(picture(12, 12, () => [220, 30, 40, 255]))
    const content: SpriteContent = {
      ...(next.parts.find(({ id }) => id === 'all-2')!.content as SpriteContent),
      clips: { all: { frames: [{ asset: red.hash, x: 0, y: 0, w: 12, h: 12, hold: 1 }], fps: 8, mode: 'loop' } },
    }
    const pack = { ...newPack(next, 'p'), parts: { 'all-2': content }, assets: { [red.hash]: red.facts } }
    const place = layerPlaceOf(next, pack, new Map([...bytes, [red.hash, red.bytes]]))
    const [was, now] = [bytes.get(template.folder.files['all.png']!.hash)!, (await applyLayer(next, pack, place)).files]
    const [old, made] = [(await decodePicture(was))!, (await decodePicture(now.get('all.png')!))!]
    for (const cell of SMALL) expect(crop(made, cell).data).toEqual(crop(old, cell).data)
    for (const { x, y } of LARGE) expect([...crop(made, rect(x + 10, y + 10, 1)).data]).toEqual([220, 30, 40, 255])
  })
})
