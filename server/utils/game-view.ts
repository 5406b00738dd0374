import { ageResult } from '@core/label/age-guide'
import { linksOfLabel, wordsOfLabel } from '@core/label/label'
import { frameAncestors, privacyStatement } from '@core/label/privacy'
import { linkStep } from '@core/posting/postcode'
import type { GameView, OwnerView } from '@core/posting/protocol'
import { bandOf, invitesOf, releasesOf } from '../arcade/games'
import type { GameRecord } from '../arcade/records'
import { appTicket } from './app-game'
import { owns, type Visitor } from './auth'
import { arcade, ticketFor } from './store'

/** Path of a game's page. What is not public has a part that nobody guesses. */
export const linkOf = (game: Pick<GameRecord, 'postcode' | 'token' | 'visibility'>): string =>
  `/arcade/${linkStep(game.postcode, game.visibility === 'public' ? null : game.token)}`

/** Whether there is a table: of games whose plays can be played again, where the maker wants one. */
export const hasScores = ({ release }: Pick<GameRecord, 'release'>): boolean =>
  release !== null && release.folder === undefined && release.label.privacy.scores

/** What somebody who may see a game learns of it; null while no release is live. `games` is the games' origin. */
export async function gameView(game: GameRecord, { maker }: Visitor, games: string): Promise<GameView | null> {
  const { release } = game
  if (release === null) return null
  const { label } = release
  const { privacy } = label
  const age = ageResult(label.ageGuide)
  const links = linksOfLabel(label).length
  const ticket = await ticketFor(game, release.release)
  return {
    game: game.id,
    postcode: game.postcode,
    link: linkOf(game),
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
    said: release.tags.flatMap((tag, i) =>
      i === 0 || label.languages[tag] !== undefined
        ? [{ tag, name: release.languages[i] ?? tag, ...wordsOfLabel(label, tag) }]
        : [],
    ),
    author: label.author,
    template: release.template.name,
    stage: release.stage,
    controls: release.controls,
    coverAlt: label.coverAlt,
    pictures: release.pictures,
    credits: release.credits,
    lineage: release.lineage.map(({ title, author, postcode, licence }) => ({ title, author, postcode, licence })),
    band: bandOf(release),
    bandReasons: age.reasons.map(({ question, answer }) => `${question.ask} ${answer.say}: ${answer.example}`),
    statement: privacyStatement(privacy, links, release.folder !== undefined),
    framedBy: frameAncestors(privacy),
    scores: hasScores(game),
    page: release.folder?.page ?? null,
    plays: privacy.plays,
    email: privacy.email,
    copies: label.copies.allowed ? label.copies.licence : null,
    playUrl: `${games}/play/${game.id}/${ticket}/`,
    appUrl: release.folder === undefined ? `${games}/app/${game.id}/${await appTicket(game)}/` : null,
    bytes: release.bytes,
    created: game.created,
    updated: game.updated,
    mine: owns(maker, game),
  }
}

export async function ownerView(game: GameRecord): Promise<OwnerView> {
  const { db } = await arcade()
  const releases = await releasesOf(db, game.id)
  return {
    game: game.id,
    postcode: game.postcode,
    link: linkOf(game),
    title: (game.release ?? releases.at(-1))?.label.title ?? '',
    visibility: game.visibility,
    live: game.live,
    hidden: game.hidden,
    releases: releases.map(({ release, at, note }) => ({ release, at, note })),
    invites: (await invitesOf(db, game.id)).map(({ id, name, made, used }) => ({ id, name, made, used })),
  }
}
