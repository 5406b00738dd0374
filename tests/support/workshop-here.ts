import { makeWorkshop } from '../../app/workers/work/make-workshop'
import { decodePicture } from '../../server/inspector/decode'
import { bytesFrom } from './fixtures'
import { encoders } from './sounds'
import { workplace } from './workplace'

const shipped = bytesFrom()
/** What stores under test have kept: the worker would find it in the browser's store. */
const kept = new Map<string, Uint8Array>()
export const keepHere = (files: ReadonlyMap<string, Uint8Array>): void => {
  for (const [hash, bytes] of files) kept.set(hash, bytes)
}

async function decode(bytes: Uint8Array) {
  const pixels = await decodePicture(bytes)
  if (pixels === null) throw new Error('cannot be decoded')
  return pixels
}

/** The worker's own workshop, in this thread and with the server's decoders. */
export const workshopHere = makeWorkshop({
  ...workplace,
  bytesOf: async (hash) => kept.get(hash) ?? (await shipped(hash)),
  readBytes: async (hash) => kept.get(hash) ?? null,
  lendBytes: keepHere,
  decode,
  decodeExact: decode,
  handOver: () => null,
  toShow: () => Promise.reject(new Error('There is no screen here.')),
  transfer: (value) => value,
  encoders,
})
