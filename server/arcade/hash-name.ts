/** The name of a blob: SHA-256 of its bytes, in hex. */
export const HASH = /^[0-9a-f]{64}$/
