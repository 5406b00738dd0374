import { gamesOf, playAll } from '../../dry-run/batch'
import { feltOf } from '../../dry-run/felt'
import { meaning } from '../../kinds/field'
import { looksOf } from '../../template/uses'
import { levelsIn } from '../levels'
import type { CheckContext, Rule } from '../rule'
import { LIMITS } from '../thresholds'

/** Games by an average player whose points are averaged. */
const GAMES = 6
const SKILL = 0.5

const specOf = (ctx: CheckContext) => ctx.template.parts.find(({ dresses }) => dresses !== undefined)
const priceOf = (ctx: CheckContext, id: string | undefined): number => {
  const entry = looksOf(ctx.template, ctx.pack).find((one) => one.id === id)
  return entry === undefined ? 0 : meaning(specOf(ctx)?.fields ?? [], entry, 'price')
}

/** A look nobody will ever wear. */
export const lookDear: Rule = {
  id: 'look-dear',
  severity: 'should',
  engine: true,
  about: 'A look costs more points than players collect in many games.',
  subjects: (ctx) => looksOf(ctx.template, ctx.pack).map(({ id }) => ({ part: specOf(ctx)!.id, entry: id })),
  reads: (ctx, { entry }) => [priceOf(ctx, entry), feltOf(levelsIn(ctx)[0]!.setup.doc)],
  async run(ctx, { entry }) {
    const price = priceOf(ctx, entry)
    if (price === 0) return []
    const played = playAll(levelsIn(ctx)[0]!.setup, gamesOf({ skills: [SKILL], games: GAMES, seed: 77 }))
    const points = played.reduce((sum, game) => sum + Math.max(0, game.score), 0) / played.length
    const games = points === 0 ? Infinity : Math.ceil(price / points)
    if (games <= LIMITS.gamesForLook) return []
    const name = looksOf(ctx.template, ctx.pack).find((one) => one.id === entry)!.name
    const facts = { name, price, games: Number.isFinite(games) ? games : 0, points: Math.round(points) }
    return [{ facts, evidence: { kind: 'figure', text: `${price} points` } }]
  },
}
