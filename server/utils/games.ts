import { randomBytes } from 'node:crypto'
import type { Visibility } from '@core/label/label'
import type { NewInvite } from '@core/posting/protocol'
import type { z } from 'zod'
import { changeGame, removeGame, TitleTaken, type GameChange } from '../arcade/games'
import { settleLive } from '../arcade/postings'
import type { GameRecord } from '../arcade/records'
import { refuse } from './problem'
import { arcade, hashKey, newKey } from './store'

/** Changes a game as one step and tells who follows its postings. Throws a refusal for what cannot be. */
export async function alterGame(id: string, change: GameChange): Promise<GameRecord> {
  const { db, dialect, tell } = await arcade()
  try {
    const { game, moved } = await db.transaction().execute(async (at) => {
      const next = await changeGame(at, dialect, id, change)
      if (next === null)
        throw change.live
          ? refuse.conflict(`Release ${change.live} was never cleared, so it cannot be played. Post it first.`)
          : refuse.missing('This game')
      if (next.visibility === 'public' && next.release?.folder?.terms === false)
        throw refuse.conflict(
          'Nothing says on what terms this game may be shown to all. Say it on the bench (licence and author), and post it again.',
        )
      return { game: next, moved: change.live === undefined ? [] : await settleLive(at, id, next.live) }
    })
    for (const posting of moved) tell('posting', posting)
    return game
  } catch (error) {
    if (error instanceof TitleTaken)
      throw refuse.conflict(`Another public game is already called “${error.title}”. Give yours another title first.`)
    throw error
  }
}

export const setVisibility = (id: string, visibility: Visibility): Promise<GameRecord> =>
  alterGame(id, { visibility, newAddresses: true })

/**
 * Makes a cleared release the one that is played; 0 takes the game off. What was live before is withdrawn. New
 * addresses only when somebody loses sight of it: a new release has addresses of its own anyway.
 */
export async function setLive(game: GameRecord, live: number, visibility = game.visibility): Promise<GameRecord> {
  return alterGame(game.id, { live, visibility, newAddresses: visibility !== game.visibility || live === 0 })
}

const MOST_INVITES = 100

export async function addInvite(game: string, name: string): Promise<z.infer<typeof NewInvite>> {
  const { db } = await arcade()
  const key = newKey()
  const invite = { id: randomBytes(8).toString('hex'), name, made: new Date().toISOString(), used: null }
  await db.transaction().execute(async (at) => {
    const held = await at
      .selectFrom('invites')
      .select((one) => one.fn.countAll<number>().as('all'))
      .where('game', '=', game)
      .executeTakeFirst()
    if (Number(held?.all ?? 0) >= MOST_INVITES)
      throw refuse.conflict(`A game can have ${MOST_INVITES} invites. Take one back first.`)
    await at
      .insertInto('invites')
      .values({ ...invite, game, hash: hashKey(key) })
      .execute()
  })
  return { ...invite, key }
}

/** Takes an invite back at once: the game's addresses change with it. */
export async function revokeInvite(game: string, invite: string): Promise<GameRecord> {
  const { db, dialect } = await arcade()
  return db.transaction().execute(async (at) => {
    const { numDeletedRows } = await at
      .deleteFrom('invites')
      .where('game', '=', game)
      .where('id', '=', invite)
      .executeTakeFirst()
    const next = numDeletedRows === 0n ? null : await changeGame(at, dialect, game, { newAddresses: true })
    if (next === null) throw refuse.missing('This invite')
    return next
  })
}

/** An invite was opened for the first time. */
export async function useInvite(game: string, key: string): Promise<boolean> {
  const { db } = await arcade()
  const invite = await db
    .selectFrom('invites')
    .select(['id', 'used'])
    .where('game', '=', game)
    .where('hash', '=', hashKey(key))
    .executeTakeFirst()
  if (invite === undefined) return false
  if (invite.used === null)
    await db.updateTable('invites').set({ used: new Date().toISOString() }).where('id', '=', invite.id).execute()
  return true
}

/** Everything of a game goes, but for its postcode: a link that was given out must never lead to something else. */
export async function deleteGame(game: GameRecord): Promise<void> {
  const { db, dialect } = await arcade()
  await db.transaction().execute((at) => removeGame(at, dialect, game.id))
}
