import type { GameDoc } from '../game/types'
import { kindOf, type PartKind } from '../kinds'

/**
 * Everything of a game that rules and simulated players can feel, as one text: other art in the same shapes is the same
 * game to them; another shape, size or number is not. Each kind says for itself what of it is felt.
 */
export function feltOf(doc: GameDoc): string {
  const felt = (Object.keys(doc.parts) as (PartKind & keyof GameDoc['parts'])[]).sort().map((kind) => {
    const how = kindOf({ kind }).felt
    return how === null ? [] : [kind, Object.entries(doc.parts[kind]!).map(([id, part]) => [id, how(part as never)])]
  })
  return JSON.stringify([doc.template, doc.stage, felt, ...(doc.levels ?? []).map(({ id }) => id)])
}
