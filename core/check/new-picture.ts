import { encodePng } from '../art/png'
import type { Pixels } from '../art/pixels'
import type { AssetFacts } from '../pack/asset'
import { hashOf } from '../pack/hash'
import type { CheckContext } from './rule'

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

/** The same, packed as small as this place can; null when the file would not get smaller by it. */
export async function smallerPicture(
  ctx: CheckContext,
  origin: { hash: string; facts: AssetFacts },
  pixels: Pixels,
): Promise<NewAsset | null> {
  const { bytes, mime } = (await ctx.encodePicture?.(pixels)) ?? {
    bytes: encodePng(pixels),
    mime: 'image/png' as const,
  }
  return bytes.length >= origin.facts.bytes
    ? null
    : madeFrom(origin, bytes, { mime, width: pixels.width, height: pixels.height })
}

export function newPicture(origin: { hash: string; facts: AssetFacts }, pixels: Pixels): NewAsset {
  return madeFrom(origin, encodePng(pixels), { mime: 'image/png', width: pixels.width, height: pixels.height })
}
