import type { Pixels, Rect } from '../art/pixels'
import { readSheetJson, type SheetDescription } from '../art/sheet-json'
import { baseName, endingOf, readable } from './names'
import { folderOf, pathFrom } from './open'

/** A thing that is drawn on a sheet, with its frames there (px). */
export interface Thing {
  name: string
  frames: Rect[]
}

/** More frames of one name than this are no movement but a set of tiles: each is a thing of its own. */
const MOST_FRAMES_OF_A_THING = 32
export const MOST_THINGS = 80
/** What a clip holds. */
export const MOST_FRAMES = 256
const DESCRIPTION_BYTES = 2_000_000

/** What says how pictures are cut: its paths, and what it says by the path of the picture, named in it or called alike. */
export function sheetsBeside(files: ReadonlyMap<string, Uint8Array>): {
  paths: Set<string>
  of: Map<string, SheetDescription>
} {
  const found = new Map<string, SheetDescription>()
  const paths = new Set<string>()
  for (const [path, bytes] of files) {
    if (endingOf(path) !== 'json' || bytes.length > DESCRIPTION_BYTES) continue
    const read = readSheetJson(new TextDecoder().decode(bytes))
    if (read === null) continue
    paths.add(path)
    const folder = folderOf(path)
    const named = pathFrom(folder, read.image)
    const alike = [...files.keys()].find(
      (other) =>
        folderOf(other) === folder && baseName(other) === baseName(path) && /^(png|webp|gif)$/.test(endingOf(other)),
    )
    const picture = read.image !== '' && files.has(named) ? named : alike
    if (picture !== undefined && !found.has(picture)) found.set(picture, read)
  }
  return { paths, of: found }
}

/** A frame's name without its number and ending: what it is a frame of. */
const thingName = (name: string): string =>
  name
    .replace(/\.(png|webp|gif|jpe?g|ase(prite)?)$/i, '')
    .replace(/[\s_.-]*\(?\d+\)?$/, '')
    .trim()

/**
 * The things on a sheet, by the names of their frames: `coin_1` and `coin_2` are a coin. Frames that reach out of the
 * picture are left out. One thing without a name where the names are only numbers, or where its frames have tags.
 */
export function thingsOn(sheet: SheetDescription, { width, height }: Pick<Pixels, 'width' | 'height'>): Thing[] {
  const groups = new Map<string, Rect[]>()
  const whole = sheet.tags.length > 0
  for (const { name, x, y, w, h } of sheet.frames) {
    if (x + w > width || y + h > height) continue
    const key = whole ? '' : thingName(name)
    const frames = groups.get(key) ?? []
    groups.set(key, frames)
    // Packers name one place of a sheet twice where two frames are alike.
    if (!frames.some((one) => one.x === x && one.y === y)) frames.push({ x, y, w, h })
  }
  return [...groups]
    .flatMap(([key, frames]): Thing[] => {
      const name = readable(key.split('/').at(-1)!)
      if (frames.length <= MOST_FRAMES_OF_A_THING || key === '') return [{ name, frames: frames.slice(0, MOST_FRAMES) }]
      return frames.map((frame, i) => ({ name: `${name} ${i + 1}`, frames: [frame] }))
    })
    .slice(0, MOST_THINGS)
}
