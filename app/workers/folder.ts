import * as Comlink from 'comlink'
import type { FolderWork } from './folder.worker'

let remote: Comlink.Remote<FolderWork> | null = null

/** Opens games that came as folders, and writes packs over them; a worker of its own, fetched with the first. */
export function folderWork(): Comlink.Remote<FolderWork> {
  remote ??= Comlink.wrap<FolderWork>(new Worker(new URL('./folder.worker.ts', import.meta.url), { type: 'module' }))
  return remote
}
