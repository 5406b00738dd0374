import { encodePng } from '../art/png'
import type { Pixels } from '../art/pixels'
import type { AssetFacts } from '../pack/asset'
import { hashOf } from '../pack/hash'

export interface NewAsset {
  hash: string
  bytes: Uint8Array
  facts: AssetFacts
}

/** Bytes made from an asset of the pack, with the credit it had and where it came from. */
export function madeFrom(
  origin: { hash: string; facts: AssetFacts },
  bytes: Uint8Array,
  change: Partial<AssetFacts>,
): NewAsset {
  return {
    hash: hashOf(bytes),
    bytes,
    facts: { ...origin.facts, bytes: bytes.length, madeFrom: origin.hash, ...change },
  }
}

export function newPicture(origin: { hash: string; facts: AssetFacts }, pixels: Pixels): NewAsset {
  return madeFrom(origin, encodePng(pixels), { mime: 'image/png', width: pixels.width, height: pixels.height })
}
