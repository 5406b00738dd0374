import { ageResult } from '@core/label/age-guide'
import { frameAncestors, linksIn, privacyStatement } from '@core/label/privacy'
import type { GameView, OwnerView } from '@core/posting/protocol'
import { owns, type Visitor } from './auth'
import type { GameRecord, ReleaseRecord } from './records'
import { ticketFor } from './store'

export const liveRelease = (game: GameRecord): ReleaseRecord | undefined =>
  game.releases.find((one) => one.release === game.live)

/** The band of a release; one from before the age guide is shown with the oldest. */
export const bandOf = (release: ReleaseRecord) => ageResult(release.label.ageGuide).band ?? '15'

/** What somebody who may see a game learns of it; null while no release is live. */
export async function gameView(game: GameRecord, { keyHash }: Visitor): Promise<GameView | null> {
  const release = liveRelease(game)
  if (release === undefined) return null
  const { label } = release
  const { privacy } = label
  const age = ageResult(label.ageGuide)
  const links = linksIn([label.short, label.description, ...label.howTo].join('\n')).length
  return {
    game: game.id,
    postcode: game.postcode,
    release: release.release,
    note: release.note,
    visibility: game.visibility,
    title: label.title,
    short: label.short,
    description: label.description,
    howTo: label.howTo,
    tags: label.tags,
    category: label.category,
    season: label.season,
    devices: release.devices,
    players: release.players,
    languages: release.languages,
    author: label.author,
    template: release.template.name,
    controls: release.controls,
    coverAlt: label.coverAlt,
    pictures: release.pictures,
    credits: release.credits,
    lineage: release.lineage.map(({ title, author, postcode, licence }) => ({ title, author, postcode, licence })),
    band: bandOf(release),
    bandReasons: age.reasons.map(({ question, answer }) => `${question.ask} ${answer.say}: ${answer.example}`),
    statement: privacyStatement(privacy, links),
    framedBy: frameAncestors(privacy),
    scores: privacy.scores,
    plays: privacy.plays,
    email: privacy.email,
    copies: label.copies.allowed ? label.copies.licence : null,
    playPath: `/play/${game.id}/${await ticketFor(game, release.release)}/`,
    bytes: release.bytes,
    created: game.created,
    updated: game.updated,
    mine: owns(game, keyHash),
  }
}

export const ownerView = (game: GameRecord): OwnerView => ({
  game: game.id,
  postcode: game.postcode,
  title: (liveRelease(game) ?? game.releases.at(-1))?.label.title ?? '',
  visibility: game.visibility,
  live: game.live,
  releases: game.releases.map(({ release, at, note }) => ({ release, at, note })),
  invites: game.invites.map(({ id, name, made, used }) => ({ id, name, made, used })),
})
