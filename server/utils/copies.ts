import { randomUUID } from 'node:crypto'
import { copyPack } from '@core/parcel/copy-pack'
import { ParcelManifest } from '@core/parcel/manifest'
import type { GameRecord } from '../arcade/records'
import { refuse } from './problem'
import { gameFiles } from './serve-game'

/** NAME.pack.zip of the live release, to make one's own from. */
export async function packOf(game: GameRecord, host: string): Promise<Uint8Array> {
  const files = await gameFiles(game.id, game.live)
  const raw = files.get('parcel.json')
  if (raw === undefined) throw refuse.missing('This pack')
  const manifest = ParcelManifest.parse(JSON.parse(new TextDecoder().decode(raw)))
  const at = new Date().toISOString()
  return copyPack(manifest, files, randomUUID(), { host, postcode: game.postcode, at })
}
