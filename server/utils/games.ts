import { randomBytes } from 'node:crypto'
import type { Visibility } from '@core/label/label'
import type { NewInvite } from '@core/posting/protocol'
import type { z } from 'zod'
import { refuse } from './problem'
import type { GameRecord } from './records'
import { arcade, emails, figures, games, hashKey, inTurn, newKey, postings, readGame, reports, scores } from './store'
import { moveRow } from './postings'

/** Reads, changes and writes a game without anybody in between. */
export const changeGame = (id: string, change: (game: GameRecord) => GameRecord): Promise<GameRecord> =>
  inTurn(`game:${id}`, async () => {
    const game = await readGame(id)
    if (game === null) throw refuse.missing('This game')
    const next = { ...change(game), updated: new Date().toISOString() }
    await games.set(next)
    return next
  })

export const setVisibility = (id: string, visibility: Visibility): Promise<GameRecord> =>
  changeGame(id, (game) => ({ ...game, visibility, epoch: game.epoch + 1 }))

/** Makes a cleared release the one that is played; 0 takes the game off. What was live before is withdrawn. */
export async function setLive(id: string, release: number, visibility?: Visibility): Promise<GameRecord> {
  const next = await changeGame(id, (game) => {
    if (release !== 0 && !game.releases.some((one) => one.release === release))
      throw refuse.conflict(`Release ${release} was never cleared, so it cannot be played. Post it first.`)
    const seen = visibility ?? game.visibility
    // New addresses only when somebody loses sight of it: a new release has addresses of its own anyway.
    return {
      ...game,
      live: release,
      visibility: seen,
      epoch: seen === game.visibility && release > 0 ? game.epoch : game.epoch + 1,
    }
  })
  for (const row of await postings.all()) {
    if (row.game !== id) continue
    if (row.release === release && row.state !== 'live') await moveRow(row, 'live')
    else if (row.release !== release && row.state === 'live') await moveRow(row, 'withdrawn')
  }
  return next
}

export async function addInvite(id: string, name: string): Promise<z.infer<typeof NewInvite>> {
  const key = newKey()
  const invite = {
    id: randomBytes(8).toString('hex'),
    hash: hashKey(key),
    name,
    made: new Date().toISOString(),
    used: null,
  }
  await changeGame(id, (game) => {
    if (game.invites.length >= 100) throw refuse.conflict('A game can have 100 invites. Take one back first.')
    return { ...game, invites: [...game.invites, invite] }
  })
  return { id: invite.id, name, made: invite.made, used: null, key }
}

/** Takes an invite back at once: the game's addresses change with it. */
export const revokeInvite = (id: string, invite: string): Promise<GameRecord> =>
  changeGame(id, (game) => {
    if (!game.invites.some((one) => one.id === invite)) throw refuse.missing('This invite')
    return { ...game, invites: game.invites.filter((one) => one.id !== invite), epoch: game.epoch + 1 }
  })

/** Everything of a game goes, but for its postcode: a link that was given out must never lead to something else. */
export async function deleteGame(game: GameRecord): Promise<void> {
  const { storage } = await arcade()
  await games.remove(game.id)
  await storage.setItem(`postcodes:${game.postcode}`, 'gone')
  for (const key of await storage.getKeys(`files:${game.id}`)) await storage.removeItem(key)
  for (const row of await postings.all()) if (row.game === game.id) await postings.remove(row.id)
  for (const row of await reports.all()) if (row.game === game.id) await reports.remove(row.id)
  for (const kept of [scores, figures, emails]) await kept.remove(game.id)
}
