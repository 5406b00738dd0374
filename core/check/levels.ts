import { rulesFor } from '../game/registry'
import type { PlayFacts } from '../game/rules'
import { docOfLevel, levelPlace, makeSetup, partIn, setupFor, type Setup } from '../game/setup'
import { buildGameDoc } from '../template/game-doc'
import type { CheckContext } from './rule'

/** One level of the pack that is looked at, as a game of its own. */
export interface LevelAt {
  /** Empty in a game of one level. */
  name: string
  setup: Setup
  /** The part as it is in this level: its own there, where it has one. */
  part(of: string): string
}

/** Every level of a pack; of a game of one level the game itself. */
export function levelsIn(ctx: CheckContext): LevelAt[] {
  const doc = buildGameDoc(ctx.template, ctx.pack)
  const whole = makeSetup(doc)
  if (doc.levels === undefined) return [{ name: '', setup: whole, part: (of) => of }]
  return doc.levels.map(({ id, name }, i) => ({
    ...{ name: name || `level ${i + 1}`, setup: makeSetup(docOfLevel(doc, i)) },
    part: (of) => partIn(setupFor(whole, i), of, levelPlace(id)),
  }))
}

/** What follows from a level's content. */
export const factsOf = ({ setup }: LevelAt): PlayFacts => rulesFor(setup.doc.template.id).facts(setup)

/** Parts that set a level's goal, each once; what is found of a level is told there. */
export const goalParts = (ctx: CheckContext): { part: string }[] =>
  [...new Set(levelsIn(ctx).map((level) => level.part(factsOf(level).dial)))].map((part) => ({ part }))

/** Levels whose goal that part sets. */
export const levelsWithGoal = (ctx: CheckContext, part: string | undefined): LevelAt[] =>
  levelsIn(ctx).filter((level) => level.part(factsOf(level).dial) === part)
