/** Hands a file to the browser's downloads. */
export function download(bytes: Uint8Array | string, name: string, mime: string): void {
  const url = URL.createObjectURL(new Blob([bytes as BlobPart], { type: mime }))
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 60_000)
}

/** A title as a file name on every system: "Dal y Pâl!" → "dal-y-pal". */
export function fileWord(title: string): string {
  const word = title
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '')
  return word.slice(0, 60) || 'game'
}
