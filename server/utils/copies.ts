import { randomUUID } from 'node:crypto'
import { copyPack } from '@core/parcel/copy-pack'
import { HANDED_TEMPLATE, manifestFile, ParcelManifest } from '@core/parcel/manifest'
import { FolderTemplate } from '@core/template/template'
import type { GameRecord } from '../arcade/records'
import { refuse } from './problem'
import { gameFiles } from './serve-game'

/** NAME.pack.zip of the live release, to make one's own from. */
export async function packOf(game: GameRecord, host: string): Promise<Uint8Array> {
  const files = await gameFiles(game.id, game.live)
  const raw = files.get(manifestFile(files) ?? '')
  if (raw === undefined) throw refuse.missing('This pack')
  const json = (bytes: Uint8Array): unknown => JSON.parse(new TextDecoder().decode(bytes))
  const manifest = ParcelManifest.parse(json(raw))
  const folder = manifest.folder === undefined ? null : FolderTemplate.parse(json(files.get(HANDED_TEMPLATE)!))
  const at = new Date().toISOString()
  return copyPack(manifest, files, randomUUID(), { host, postcode: game.postcode, at }, folder)
}
