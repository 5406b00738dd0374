import { createHash } from 'node:crypto'

/** SHA-256 of bytes as 64 lower-case hex digits (FIPS 180-4). */
export const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex')
