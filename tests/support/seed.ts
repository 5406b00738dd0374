import { randomBytes } from 'node:crypto'
import type { Kysely, Transaction } from 'kysely'
import { QUESTIONS, ageResult, type AgeAnswers, type Band } from '../../core/label/age-guide'
import { BANDS } from '../../core/label/names'
import { emptyLabel, type Device, type Label, type Visibility } from '../../core/label/label'
import { addRelease, changeGame, makeGame, type ReleaseFile } from '../../server/arcade/games'
import type { DialectName } from '../../server/arcade/migrations'
import type { ReleaseRecord } from '../../server/arcade/records'
import type { Schema } from '../../server/arcade/schema'

export interface SeedGame {
  title: string
  short: string
  author: string
  tags: string[]
  band: Band
  category: Label['category']
  devices: Device[]
  bytes: number
  updated: string
  visibility: Visibility
  hidden: boolean
  live: boolean
  files: ReleaseFile[]
  privacy: Partial<Label['privacy']>
}

/** Answers to the age guide that make that band. */
function answersFor(band: Band): AgeAnswers {
  const mild: AgeAnswers = {}
  for (const question of QUESTIONS) {
    const [first] = question.answers.filter((answer) => answer.band === BANDS[0])
    if (first !== undefined) mild[question.id] = first.id
  }
  for (const question of QUESTIONS)
    for (const answer of question.answers) {
      const answers = { ...mild, [question.id]: answer.id }
      if (ageResult(answers).band === band) return answers
    }
  throw new Error(`No answers make the band ${band}.`)
}
const answers = new Map(BANDS.map((band) => [band, answersFor(band)]))

/** A game as the arcade has it after its first release was cleared, without anything having been posted. Returns its id. */
export async function seedGame(
  db: Kysely<Schema> | Transaction<Schema>,
  dialect: DialectName,
  owner: string,
  given: Partial<SeedGame>,
): Promise<string> {
  const game: SeedGame = {
    ...{ title: 'A game', short: '', author: '', tags: [], band: 'everyone', category: 'reactions' },
    ...{ devices: ['keyboard', 'touch'], bytes: 100, updated: '2026-11-01', visibility: 'public' },
    ...{ hidden: false, live: true, files: [], privacy: {} },
    ...given,
  }
  const id = `game-${randomBytes(8).toString('hex')}`
  const { visibility: _apart, ...empty } = emptyLabel()
  const record: ReleaseRecord = {
    ...{ release: 1, posting: 'posting-seeded', at: game.updated, template: { id: 'windfall', name: 'Windfall' } },
    label: {
      ...empty,
      ...{ title: game.title, short: game.short, author: game.author, tags: game.tags, category: game.category },
      ageGuide: answers.get(game.band)!,
      privacy: { ...empty.privacy, ...game.privacy },
    },
    ...{
      stage: 'wide',
      controls: ['Arrow keys'],
      credits: [],
      players: 'One player',
      devices: game.devices,
      languages: ['English'],
      tags: ['en'],
    },
    ...{ pictures: { cover: null, square: null, clip: null, shots: [] }, lineage: [], note: '', bytes: game.bytes },
  }
  await makeGame(db, { id, owner, visibility: 'only-me' })
  await addRelease(db, id, record, game.files)
  const { live, visibility, hidden } = game
  await changeGame(db, dialect, id, { ...(live ? { live: 1 } : {}), visibility, hidden })
  await db.updateTable('games').set({ updated: game.updated }).where('id', '=', id).execute()
  return id
}
