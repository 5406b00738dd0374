import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'

/** SHA-256 of bytes as 64 lower-case hex digits (FIPS 180-4). */
export const hashOf = (bytes: Uint8Array): string => bytesToHex(sha256(bytes))
