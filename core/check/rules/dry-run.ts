import { gamesOf, playAll, SKILLS, type DryGame } from '../../dry-run/batch'
import { feltOf } from '../../dry-run/felt'
import { factsOf, goalParts, levelsWithGoal, type LevelAt } from '../levels'
import type { Hit, Rule } from '../rule'
import { LIMITS } from '../thresholds'

/** Games of each skill: enough to tell "nobody" and "everybody", quick enough to follow every change. */
const GAMES = 8

const median = (games: readonly DryGame[]): number =>
  games.map((game) => game.seconds).sort((a, b) => a - b)[Math.floor(games.length / 2)] ?? 0

/** Simulated players of every skill try it before real ones do. */
export const dryRun: Rule = {
  id: 'dry-run',
  severity: 'should',
  engine: true,
  about: 'In a dry run of a level nobody wins, everybody wins, or games are over too soon or too late.',
  subjects: goalParts,
  reads: (ctx, { part }) => levelsWithGoal(ctx, part).map(({ name, setup }) => [name, feltOf(setup.doc)]),
  run: async (ctx, { part }) => levelsWithGoal(ctx, part).flatMap(looked),
}

function looked(level: LevelAt): Hit[] {
  const { setup, name } = level
  const facts = factsOf(level)
  // A goal that cannot be reached is told by a rule of its own.
  if (facts.reachable < facts.goal || facts.unjudged === true) return []
  const games = playAll(setup, gamesOf({ skills: SKILLS.map((one) => one.skill), games: GAMES, seed: 1123 }))
  const wins = games.filter((game) => game.outcome === 'won').length
  const seconds = Math.round(median(games))
  const hit = (problem: string, text: string): Hit => ({
    facts: { problem, wins, games: games.length, seconds, level: name },
    evidence: { kind: 'figure', text },
  })
  const hits: Hit[] = []
  if (wins / games.length < LIMITS.fewestWins) hits.push(hit('nobody', `${wins} of ${games.length}`))
  if (wins / games.length > LIMITS.mostWins) hits.push(hit('everybody', `${wins} of ${games.length}`))
  if (seconds < LIMITS.shortestGame) hits.push(hit('short', `${seconds} s`))
  if (seconds > LIMITS.longestGame) hits.push(hit('long', `${seconds} s`))
  return hits
}
