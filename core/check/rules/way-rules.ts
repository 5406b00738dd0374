import { STAGES } from '../../game/stage'
import { rulesFor } from '../../game/registry'
import { cardEffect } from '../../game/way'
import type { WayContent } from '../../kinds/way'
import { CLOSE, evened, nameOf, ringsSaid, tooClose } from '../../pack/way'
import { contentOf } from '../../pack/pack'
import { levelOf, splitKey } from '../../template/uses'
import { SPLIT } from '../../game/setup'
import type { Subject } from '../finding'
import type { CheckContext, Rule } from '../rule'

const wayAt = (ctx: CheckContext, part: string): WayContent | null => {
  const content = contentOf(ctx.pack, ctx.template, part)
  return content?.kind === 'way' ? content : null
}
const ways = (ctx: CheckContext): Subject[] =>
  ctx.template.parts.flatMap(({ id, way }) => (way === undefined ? [] : [{ part: id }]))
const boardIn = (ctx: CheckContext) => rulesFor(ctx.template.id).way?.board(STAGES[ctx.pack.stage]) ?? null

/** Spaces that send each other round: nobody who comes there gets on by a throw of their own. */
export const wayRings: Rule = {
  id: 'way-rings',
  severity: 'should',
  engine: true,
  about: 'Spaces send each other round for ever.',
  subjects: ways,
  reads: (ctx, { part }) => wayAt(ctx, part!)?.spaces.map(({ id, effect }) => [id, effect]),
  async run(ctx, { part }) {
    const way = wayAt(ctx, part!)
    return (way === null ? [] : ringsSaid(way)).map((ring) => ({
      facts: { ring },
      evidence: { kind: 'figure', text: 'a ring' },
    }))
  },
}

/** Spaces that lie on one another: neither can be read or touched. */
export const wayClose: Rule = {
  id: 'way-close',
  severity: 'should',
  engine: true,
  about: 'Spaces of a way lie on one another.',
  subjects: ways,
  reads: (ctx, { part }) => [wayAt(ctx, part!)?.spaces.map(({ x, y }) => [x, y]), ctx.pack.stage],
  async run(ctx, { part }) {
    const [way, board] = [wayAt(ctx, part!), boardIn(ctx)]
    const pairs = way === null || board === null ? [] : tooClose(way, board)
    const [first] = pairs
    if (way === null || first === undefined) return []
    const [a, b] = first
    return [
      {
        facts: { one: nameOf(way, a), other: nameOf(way, b), more: pairs.length - 1 },
        evidence: { kind: 'figure', text: `under ${CLOSE}` },
      },
    ]
  },
  async fix(ctx, { subject: { part } }) {
    const [way, board] = [wayAt(ctx, part!), boardIn(ctx)]
    if (way === null || board === null) return null
    const content = evened(way, board)
    // A line that crosses itself stays one.
    if (tooClose(content, board).length >= tooClose(way, board).length) return null
    return { name: 'Even the way out', command: { type: 'set-part', part: part!, from: way, content }, bytes: {} }
  },
}

/** The deck a part is, the way its cards send somebody along, and where they say what they do. */
function cardsAt(ctx: CheckContext, part: string) {
  const spec = ctx.template.parts.find(({ way }) => way?.decks.includes(part.split(SPLIT)[0]!))
  if (spec === undefined) return null
  const own = levelOf(part) === '' ? spec.id : splitKey(spec.id, part.split(SPLIT)[1]!)
  const way = wayAt(ctx, ctx.pack.parts[own] === undefined ? spec.id : own)
  const deck = contentOf(ctx.pack, ctx.template, part)
  const does = spec.way?.does ?? ''
  return way === null || deck?.kind !== 'deck' ? null : { way, deck, does }
}

/** What a card does cannot be read, so it does nothing; or a space has a card drawn where there is none. */
export const cardsUnread: Rule = {
  id: 'cards-unread',
  severity: 'should',
  engine: true,
  about: 'A card says something to be done that cannot be read, or there is no card to draw.',
  subjects: (ctx) =>
    ctx.template.parts.flatMap(({ id, deck }) =>
      deck !== undefined && ctx.template.parts.some(({ way }) => way?.decks.includes(id.split(SPLIT)[0]!))
        ? [{ part: id }]
        : [],
    ),
  reads: (ctx, { part }) => {
    const at = cardsAt(ctx, part!)
    return [at?.deck, at?.way.spaces.map(({ id, effect }) => [id, effect])]
  },
  async run(ctx, { part }) {
    const at = cardsAt(ctx, part!)
    if (at === null) return []
    const { way, deck, does } = at
    const base = part!.split(SPLIT)[0]!
    const drawn = way.spaces.findIndex(({ effect }) => effect?.does === 'draw' && effect.deck === base)
    if (deck.rows.length === 0)
      return drawn < 0
        ? []
        : [{ facts: { row: 0, said: '', space: nameOf(way, drawn) }, evidence: { kind: 'figure', text: 'no card' } }]
    return deck.rows.flatMap(({ cells }, i) => {
      const said = cells[does]?.text ?? ''
      return cardEffect(said, way.spaces) === null
        ? [{ facts: { row: i + 1, said, space: '' }, evidence: { kind: 'figure' as const, text: said.slice(0, 20) } }]
        : []
    })
  },
}
