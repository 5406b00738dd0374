import type { GameDoc } from '../game/types'
import type { Template } from '../template/template'
import type { Pack } from '../pack/pack'
import { jsonFile, webManifest } from './build'
import { buildGameDoc, TYPEFACE_FILE } from '../template/game-doc'
import { creditsPage, hostedPage, START_SCRIPT } from './html'
import { BESIDE, type ParcelManifest } from './manifest'

export interface HostOwn {
  playerCode: string
  /** The typeface that ships with every game (WOFF2). */
  typeface: Uint8Array
}

const encoder = new TextEncoder()

/**
 * The files of a posted game that its host writes itself: page, player, document and all, made from what was inspected.
 * Of the parcel only art, sounds and pictures are taken (`kept`: their names). Nothing in here was run by its sender.
 */
export function hostedFiles(
  template: Template,
  pack: Pack,
  manifest: ParcelManifest,
  kept: ReadonlySet<string>,
  own: HostOwn,
): { doc: GameDoc; files: Map<string, Uint8Array> } {
  const doc = buildGameDoc(template, pack)
  const text = (value: string) => encoder.encode(value)
  const files = new Map<string, Uint8Array>([
    ['index.html', text(hostedPage(doc, manifest.label.short || template.tagline))],
    ['player.js', text(own.playerCode)],
    ['start.js', text(START_SCRIPT)],
    ['game.json', jsonFile(doc)],
    ['credits.html', text(creditsPage(doc))],
    ['manifest.webmanifest', jsonFile(webManifest(doc))],
    ['parcel.json', jsonFile({ ...manifest, files: manifest.files.filter((file) => kept.has(file.name)) })],
  ])
  if (doc.typeface === TYPEFACE_FILE) files.set(TYPEFACE_FILE, own.typeface)
  return { doc, files }
}

/** Of a game that came as a folder the host writes its list alone: all else is as it was sent, and served as strange code. */
export const hostedFolderFiles = (manifest: ParcelManifest): Map<string, Uint8Array> =>
  new Map([[`${BESIDE}parcel.json`, jsonFile(manifest)]])
