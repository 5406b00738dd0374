import type { GameView } from '@core/posting/protocol'
import { owns } from './auth'
import type { GameRecord } from './records'
import { ticketFor } from './store'

/** What somebody who may see a game learns of it; null while no release is live. */
export async function gameView(game: GameRecord, who: string | null): Promise<GameView | null> {
  const release = game.releases.find((one) => one.release === game.live)
  if (release === undefined) return null
  return {
    game: game.id,
    postcode: game.postcode,
    release: release.release,
    visibility: game.visibility,
    title: release.label.title,
    short: release.label.short,
    description: release.label.description,
    howTo: release.label.howTo,
    tags: release.label.tags,
    author: release.label.author,
    template: release.template.name,
    controls: release.controls,
    coverAlt: release.label.coverAlt,
    hasCover: release.hasCover,
    credits: release.credits,
    playPath: `/play/${game.id}/${await ticketFor(game, release.release)}/`,
    updated: game.updated,
    mine: owns(game, who),
  }
}
