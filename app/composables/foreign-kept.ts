import { BesideName } from '@core/folder/beside-protocol'

/** What a game that came as a folder has kept in this browser, under `key`; empty where nothing can be read. */
export function keptOf(key: string): BesideName['kept'] {
  try {
    return BesideName.shape.kept.parse(JSON.parse(localStorage.getItem(key) ?? '{}'))
  } catch {
    return {}
  }
}

/** Keeps it; where nothing may be stored the game has it for as long as it runs. */
export function keepFor(key: string, kept: BesideName['kept']): void {
  try {
    localStorage.setItem(key, JSON.stringify(kept))
  } catch {
    // As said.
  }
}
