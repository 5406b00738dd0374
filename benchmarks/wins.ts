import { gamesOf, playAll, SKILLS } from '../core/dry-run/batch'
import { makeSetup } from '../core/game/setup'
import { edit } from '../core/pack/commands'
import { newPack, type Pack } from '../core/pack/pack'
import { buildGameDoc } from '../core/template/game-doc'
import { CATALOGUE } from '../core/template/catalogue'
import { presetCommand } from '../core/template/presets'
import { demoPacks, TEMPLATES } from '../tests/support/fixtures'
import type { Row } from './report'

/** Games of each skill. */
const GAMES = 60
/** What this house wants of a template as made: a first try may fail, an average player has a chance, an expert wins. */
const BAND = 'first try <= 50, average 40 to 90, expert >= 70'

function rates(pack: Pack): string {
  const setup = makeSetup(buildGameDoc(TEMPLATES[pack.template.id as keyof typeof TEMPLATES], pack))
  const games = playAll(setup, gamesOf({ skills: SKILLS.map(({ skill }) => skill), games: GAMES, seed: 2026 }))
  return SKILLS.map(({ skill }) => {
    const own = games.filter((game) => game.skill === skill)
    return Math.round((own.filter((game) => game.outcome === 'won').length * 100) / own.length)
  }).join(' / ')
}

/** Won by simulated players from a first try to an expert, in percent: each template as made, in each shape; presets; demos. */
export function winRows(): Row[] {
  const rows = CATALOGUE.flatMap((id) => {
    const template = TEMPLATES[id]
    const plain = newPack(template, 'wins-of-a-game')
    return [
      ...template.stages.map((stage) => [`${id}, ${stage}`, { ...plain, stage }, BAND] as const),
      ...(['gentle', 'wild'] as const).map(
        (preset) => [`${id}, ${preset}`, edit(plain, presetCommand(template, preset))[0], ''] as const,
      ),
    ]
  })
  const demos = demoPacks().map((pack) => [`${pack.label.title} (demo)`, pack, ''] as const)
  return [...rows, ...demos].map(([what, pack, goal]) => ({
    what: `${what}, % won by skill`,
    measured: rates(pack),
    goal,
  }))
}
