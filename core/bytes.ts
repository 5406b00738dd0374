/** CRC-32 (ISO 3309) table. */
const TABLE = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1
  return c >>> 0
})

/** Of ZIP entries and PNG chunks. */
export function crc32(bytes: Uint8Array): number {
  let c = 0xffffffff
  for (let i = 0; i < bytes.length; i++) c = TABLE[(c ^ bytes[i]!) & 255]! ^ (c >>> 8)
  return (c ^ 0xffffffff) >>> 0
}

/** Several pieces as one. */
export function joined(pieces: readonly Uint8Array[]): Uint8Array {
  const out = new Uint8Array(pieces.reduce((sum, piece) => sum + piece.length, 0))
  let at = 0
  for (const piece of pieces) {
    out.set(piece, at)
    at += piece.length
  }
  return out
}

const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/'

/** RFC 4648 base 64, without a platform's help. */
export function base64(bytes: Uint8Array): string {
  const out: string[] = []
  for (let i = 0; i < bytes.length; i += 3) {
    const bits = (bytes[i]! << 16) | ((bytes[i + 1] ?? 0) << 8) | (bytes[i + 2] ?? 0)
    out.push(
      ALPHABET[bits >> 18]! +
        ALPHABET[(bits >> 12) & 63]! +
        (i + 1 < bytes.length ? ALPHABET[(bits >> 6) & 63]! : '=') +
        (i + 2 < bytes.length ? ALPHABET[bits & 63]! : '='),
    )
  }
  return out.join('')
}

/** The bytes of a data: address; null where they are no base 64. */
export function fromBase64(address: string): Uint8Array | null {
  try {
    return Uint8Array.from(atob(address.slice(address.indexOf(',') + 1)), (letter) => letter.charCodeAt(0))
  } catch {
    return null
  }
}
