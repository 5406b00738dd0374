import { groupNumbered } from '@core/art/numbered'
import { useDrawer } from '~/stores/drawer'
import { fromFile, type Bringing } from '~/stores/incoming'

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

/** What a drop brings: files and folders from outside, or a piece of the drawer. */
export async function bringingsOf(transfer: DataTransfer | null): Promise<Bringing[]> {
  const piece = useDrawer().byId(transfer?.getData('text/x-pack-post-piece') ?? '')
  return piece === undefined ? filesOf(transfer) : [piece.bringing]
}

/** Files that are rows of frames, and not one picture for each of several parts. */
export const areFrames = (files: readonly Bringing[]): boolean =>
  files.length === 1 ||
  files.some((file) => /\.json$/i.test(file.name)) ||
  groupNumbered(files).some((row) => row.files.length > 1)
