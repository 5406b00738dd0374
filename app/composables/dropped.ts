import { groupNumbered } from '@core/art/numbered'
import { useDrawer } from '~/stores/drawer'
import type { Bringing } from '~/stores/incoming'
import { filesOf } from './dropped-files'

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
