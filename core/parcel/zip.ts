import { zipSync, type Zippable } from 'fflate'

/** DOS time cannot be older. The same files always give the same bytes. */
const MTIME = new Date(1980, 0, 1)
const PACKED = /\.(ogg|mp3|woff2|jpg|webp)$/

/** Names in code-unit order; what is compressed already is only stored. */
export function zipFiles(files: ReadonlyMap<string, Uint8Array>): Uint8Array {
  const zippable: Zippable = {}
  for (const name of [...files.keys()].sort())
    zippable[name] = [files.get(name)!, { level: PACKED.test(name) ? 0 : 9, mtime: MTIME, os: 3, attrs: 0o644 << 16 }]
  return zipSync(zippable)
}
