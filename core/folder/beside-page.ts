import { endingOf } from './names'

const decoder = new TextDecoder('utf-8', { ignoreBOM: true })
const encoder = new TextEncoder()

/** A page with a script before everything else in it, right behind what says what sort of page it is. Other files as they are. */
export function withBeside(path: string, bytes: Uint8Array, script: string): Uint8Array {
  if (!/^html?$/.test(endingOf(path))) return bytes
  const page = decoder.decode(bytes)
  const head =
    /^\ufeff?\s*(?:<!--[\s\S]*?-->\s*)*(?:<!doctype[^>]*>)?\s*(?:<!--[\s\S]*?-->\s*)*(?:<html[^>]*>)?\s*(?:<head[^>]*>)?/i.exec(
      page,
    )![0]
  return encoder.encode(`${head}<script>${script}</script>${page.slice(head.length)}`)
}
