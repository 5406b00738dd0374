import type { Bringing } from '~/stores/incoming'

const HEAD_BYTES = 4096

export const fromFile = (file: File): Bringing => ({
  // With its folder, where one was chosen: bare numbers are told apart by it.
  name: file.webkitRelativePath || file.name,
  size: file.size,
  bytes: async () => new Uint8Array(await file.arrayBuffer()),
  head: async () => new Uint8Array(await file.slice(0, HEAD_BYTES).arrayBuffer()),
})

async function walk(entry: FileSystemEntry, path: string): Promise<Bringing[]> {
  if (entry.isFile) {
    const file = await new Promise<File>((resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject))
    return [{ ...fromFile(file), name: path + file.name }]
  }
  const reader = (entry as FileSystemDirectoryEntry).createReader()
  const found: Bringing[] = []
  // A folder is handed out in portions; an empty one is the last.
  for (;;) {
    const some = await new Promise<FileSystemEntry[]>((resolve, reject) => reader.readEntries(resolve, reject))
    if (some.length === 0) break
    for (const one of some) if (!one.name.startsWith('.')) found.push(...(await walk(one, `${path}${entry.name}/`)))
  }
  return found
}

/** Files and whole folders of a drop, with their paths. Call at once: the browser empties the drop after the event. */
export async function filesOf(transfer: DataTransfer | null): Promise<Bringing[]> {
  const entries = [...(transfer?.items ?? [])]
    .map((item) => item.webkitGetAsEntry?.() ?? null)
    .filter((entry): entry is FileSystemEntry => entry !== null)
  if (entries.some((entry) => entry.isDirectory))
    return (await Promise.all(entries.map((entry) => walk(entry, '')))).flat()
  return [...(transfer?.files ?? [])].map(fromFile)
}
