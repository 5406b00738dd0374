/** SHA-256 by the browser's own hand, lower-case hex. */
export async function hashHere(bytes: Uint8Array): Promise<string> {
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes as BufferSource))
  return [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('')
}
