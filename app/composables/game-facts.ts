import { BAND_NAMES, DEVICE_NAMES } from '@core/label/names'

import type { GameView } from '@core/posting/protocol'

/** How a game stands, in the few words of a card. */
export function gameFacts(game: GameView): string[] {
  return [
    BAND_NAMES[game.band],
    game.devices.length === 1 ? `${DEVICE_NAMES[game.devices[0]!]} only` : '',
    game.languages.length > 1 ? `${game.languages.length} languages` : '',
    game.scores ? 'table of scores' : '',
    game.copies === null ? '' : 'may be made your own',
    game.release > 1 ? `release ${game.release}` : '',
  ].filter((fact) => fact !== '')
}

const DAY_MS = 86_400_000
/** How long ago, in days: what is read by everybody from one kept page must not be finer. */
export function daysAgo(at: string, now: number): string {
  const days = Math.max(0, Math.floor((now - Date.parse(at)) / DAY_MS))
  if (Number.isNaN(days)) return ''
  return days === 0
    ? 'today'
    : days === 1
      ? 'yesterday'
      : days < 60
        ? `${days} days ago`
        : `${Math.round(days / 30.4)} months ago`
}
