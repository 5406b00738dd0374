import { labelAssets } from '../label/label'
import { assetsOf } from '../kinds'
import { isPicture, type AssetFacts } from '../pack/asset'
import { contentOf, factsOf, type Pack } from '../pack/pack'
import { TYPEFACE_BYTES } from '../template/game-doc'
import type { Template } from '../template/template'

export interface WeighRow {
  /** Absent for the game itself. */
  part?: string
  name: string
  /** Bytes. */
  download: number
  /** Bytes once decoded: width x height x 4, or two channels of 32-bit samples at 44.1 kHz. */
  memory: number
}

export interface WeighIn {
  /** What players load, bytes. */
  download: number
  /**
   * What is sent to the arcade, bytes: that, the letters every parcel brings, and the label's pictures; of a folder's game
   * also its template, the files that were put in, and those that they stand for where copies are allowed.
   */
  parcel: number
  memory: number
  rows: WeighRow[]
}

export const memoryOf = (facts: AssetFacts): number =>
  isPicture(facts.mime) ? facts.width * facts.height * 4 : Math.round(facts.durationS * 44100 * 2 * 4)

/** What players load of a game besides its parts: the player and its letters, or the files of a folder that are no parts. */
function gameItself(template: Template, playerBytes: number): number {
  if (template.kind === 'engine') return playerBytes + TYPEFACE_BYTES
  const parts = new Set(Object.values(template.folder.places).flatMap((at) => (at.at === 'file' ? at.paths : [])))
  return Object.entries(template.folder.files).reduce(
    (sum, [path, { bytes }]) => (parts.has(path) ? sum : sum + bytes),
    0,
  )
}

/** What an arcade is sent of a folder's game besides what is played: what its layer was made from. */
function handedOn(template: Template, pack: Pack): number {
  if (template.kind === 'engine') return 0
  const own = new Set(Object.values(pack.parts).flatMap(assetsOf))
  const changed = new Set(
    Object.keys(pack.parts).flatMap((part) => {
      const at = template.folder.places[part]
      return at === undefined ? [] : at.at === 'file' ? at.paths : [at.path]
    }),
  )
  const put = [...own].reduce((sum, hash) => sum + (pack.assets[hash]?.bytes ?? 0), 0)
  const was = [...changed].reduce((sum, path) => sum + (template.folder.files[path]?.bytes ?? 0), 0)
  return JSON.stringify(template).length + put + (pack.label.copies.allowed ? was : 0)
}

/** Bytes by part; the game itself is the player and the letters that come with every game. An asset that several parts share is counted with the first. */
export function weigh(template: Template, pack: Pack, playerBytes: number): WeighIn {
  const seen = new Set<string>()
  const rows: WeighRow[] = []
  for (const spec of template.parts) {
    const row: WeighRow = { part: spec.id, name: spec.name, download: 0, memory: 0 }
    for (const hash of assetsOf(contentOf(pack, template, spec.id)!)) {
      const facts = factsOf(pack, template, hash)
      if (facts === undefined || seen.has(hash)) continue
      seen.add(hash)
      row.download += facts.bytes
      row.memory += memoryOf(facts)
    }
    if (row.download > 0) rows.push(row)
  }
  rows.push({ name: 'Game itself', download: gameItself(template, playerBytes), memory: 0 })
  const pictures = labelAssets(pack.label).filter((hash) => !seen.has(hash))
  const sent = pictures.reduce((sum, hash) => sum + (pack.assets[hash]?.bytes ?? 0), 0)
  const download = rows.reduce((sum, row) => sum + row.download, 0)
  return {
    download,
    parcel: download + sent + handedOn(template, pack),
    memory: rows.reduce((sum, row) => sum + row.memory, 0),
    rows,
  }
}
