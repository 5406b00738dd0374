import { unstoredBytes } from '../storage/assets'
import { workshop } from './workshop'

/** Hands over what could not be stored, so that files are whole and parcels built even where the browser has no room. */
export async function lendUnstored(): Promise<void> {
  const files = unstoredBytes()
  if (files.size > 0) await workshop().lend(new Map(files))
}
