// `npm run arcade -- …`: the keeper's side of an arcade, also while it serves.
import { resolve } from 'node:path'
import { existsSync, readFileSync } from 'node:fs'
import { Command } from 'commander'
import * as z from 'zod'
import { openArcade, type Arcade } from '../server/arcade/arcade'
import { backup, check, restore } from '../server/arcade/backup'
import {
  auditLog,
  closeReports,
  gameNamed,
  hideGame,
  letIn,
  openReports,
  sendLetter,
  showGame,
  shutOut,
  takeDown,
} from '../server/arcade/keeper'
import { readGame, removeGame } from '../server/arcade/games'
import { keptIn } from './samples-file'
import { holdFolder } from '../server/arcade/lock'
import { settingsOf } from '../server/arcade/settings'

const Samples = z.object({ games: z.array(z.string()) })
const say = (text = ''): void => void process.stdout.write(`${text}\n`)
const megabytes = (bytes: number): string => `${(bytes / 1e6).toFixed(1)} MB`

/** Does something with the arcade of the environment's settings, and closes it. */
async function withArcade(does: (arcade: Arcade) => Promise<void>, alone = false): Promise<void> {
  const settings = settingsOf(process.env)
  const release = alone && settings.databaseUrl === '' ? await holdFolder(settings.dataDir) : () => undefined
  const arcade = await openArcade(settings)
  try {
    await does(arcade)
  } finally {
    await arcade.close()
    release()
  }
}

const program = new Command('npm run arcade --')
  .description(
    'Looks after an arcade, also while it serves. Settings are the server’s: NUXT_DATA_DIR, NUXT_DATABASE_URL, NUXT_FILES_URL.',
  )
  .showHelpAfterError()

program
  .command('samples')
  .description('the sample games a new arcade begins with')
  .option('--take-out', 'takes them out for good')
  .action(({ takeOut }: { takeOut?: boolean }) =>
    withArcade(async (arcade) => {
      const file = keptIn(settingsOf(process.env).dataDir)
      const { games } = Samples.parse(existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : { games: [] })
      const left = (await Promise.all(games.map((id) => readGame(arcade.db, id)))).filter((game) => game !== null)
      if (takeOut === true)
        for (const { id } of left) await arcade.db.transaction().execute((at) => removeGame(at, arcade.dialect, id))
      if (left.length === 0) say('There are no sample games in this arcade.')
      for (const game of left)
        say(`${game.postcode}  ${game.release?.label.title ?? ''}${takeOut === true ? '  taken out' : ''}`)
    }),
  )
program
  .command('reports')
  .description('what players reported and nobody has closed')
  .action(() =>
    withArcade(async (arcade) => {
      const reports = await openReports(arcade)
      if (reports.length === 0) say('No open reports.')
      for (const { id, at, postcode, title, why, text } of reports)
        say(
          `${at.slice(0, 16).replace('T', ' ')}  ${postcode}  ${title}\n  ${why}.${text === '' ? '' : ` “${text}”`}\n  ${id}`,
        )
    }),
  )
program
  .command('close')
  .description('closes the reports of a game, or one report by its id')
  .argument('<game-or-report>')
  .action((name: string) =>
    withArcade(async (arcade) => {
      const what = name.startsWith('report-') ? { report: name } : { game: (await gameNamed(arcade, name)).id }
      say(`${await closeReports(arcade, what)} closed.`)
    }),
  )
program
  .command('show')
  .description('what is known of a game')
  .argument('<game>', 'postcode, link or id')
  .action((name: string) =>
    withArcade(async (arcade) => {
      const { release, ...game } = await gameNamed(arcade, name)
      say(`${game.postcode}  ${release?.label.title ?? '(nothing live)'}`)
      say(`  id ${game.id}, maker ${game.owner}`)
      say(
        `  ${game.visibility}${game.hidden ? ', hidden by the keeper' : ''}, release ${game.live}, changed ${game.updated}`,
      )
      if (release !== null) say(`  by ${release.label.author || 'somebody'}, template ${release.template.name}`)
    }),
  )

const letter = ['-l, --letter <text>', 'what its maker is told'] as const
program
  .command('hide')
  .description('takes a game out of everybody’s sight, with a letter to its maker')
  .argument('<game>')
  .requiredOption(...letter)
  .action((name: string, options: { letter: string }) =>
    withArcade(async (arcade) => {
      const game = await gameNamed(arcade, name)
      await hideGame(arcade, game, options.letter)
      say(`${game.postcode} is hidden. “unhide” shows it again.`)
    }),
  )
program
  .command('unhide')
  .description('shows a hidden game again')
  .argument('<game>')
  .option(...letter)
  .action((name: string, options: { letter?: string }) =>
    withArcade(async (arcade) => {
      const game = await gameNamed(arcade, name)
      await showGame(arcade, game, options.letter)
      say(`${game.postcode} is ${game.visibility} again.`)
    }),
  )
program
  .command('take-down')
  .description('deletes a game for good, with a letter to its maker')
  .argument('<game>')
  .requiredOption(...letter)
  .requiredOption('--for-good', 'says that this cannot be undone')
  .action((name: string, options: { letter: string }) =>
    withArcade(async (arcade) => {
      const game = await gameNamed(arcade, name)
      await takeDown(arcade, game, options.letter)
      say(`${game.postcode} is gone.`)
    }),
  )
program
  .command('letter')
  .description('writes to the maker of a game')
  .argument('<game>')
  .argument('<text>')
  .action((name: string, text: string) =>
    withArcade(async (arcade) => {
      await sendLetter(arcade, await gameNamed(arcade, name), text)
      say('Written. It lies in the maker’s mail.')
    }),
  )
program
  .command('ban')
  .description('shuts a maker out, by one of their games or by their id; their games are hidden')
  .argument('<game-or-maker>')
  .requiredOption(...letter)
  .action((name: string, options: { letter: string }) =>
    withArcade(async (arcade) => {
      const maker = /^[0-9a-f]{64}$/.test(name) ? name : (await gameNamed(arcade, name)).owner
      say(`Shut out. ${await shutOut(arcade, maker, options.letter)} games are hidden.\n  maker ${maker}`)
    }),
  )
program
  .command('unban')
  .description('lets a maker back in; their games stay hidden until each is shown')
  .argument('<maker>')
  .action((maker: string) =>
    withArcade(async (arcade) => {
      await letIn(arcade, maker)
      say('Let in.')
    }),
  )
program
  .command('log')
  .description('what keepers did, the newest first')
  .option('-n, --lines <number>', 'how many', '50')
  .action((options: { lines: string }) =>
    withArcade(async (arcade) => {
      for (const { at, act, subject, detail } of await auditLog(arcade, Math.max(1, Number(options.lines) || 50)))
        say(`${at.slice(0, 16).replace('T', ' ')}  ${act}  ${subject}${detail === '' ? '' : `  ${detail}`}`)
    }),
  )
program
  .command('backup')
  .description('writes everything into one file, while the arcade serves')
  .argument('<file>', 'such as arcade.tar.gz')
  .action((file: string) =>
    withArcade(async (arcade) => {
      const { rows, files } = await backup(arcade, resolve(file), new Date().toISOString())
      say(`${rows['games'] ?? 0} games and ${files} files are in ${resolve(file)}.`)
    }),
  )
program
  .command('restore')
  .description('puts a backup into a new, empty arcade; its server must not be running')
  .argument('<file>')
  .action((file: string) =>
    withArcade(async (arcade) => {
      const { rows, files, made } = await restore(arcade, resolve(file))
      say(`${rows['games'] ?? 0} games and ${files} files of ${made} are restored.`)
    }, true),
  )
program
  .command('check')
  .description('reads everything and says what is wrong')
  .action(() =>
    withArcade(async (arcade) => {
      const { games, releases, files, bytes, wrong } = await check(arcade)
      say(`${games} games, ${releases} releases, ${files} files (${megabytes(bytes)}).`)
      for (const line of wrong) say(`  ${line}`)
      say(wrong.length === 0 ? 'Nothing is wrong.' : `${wrong.length} things are wrong.`)
      if (wrong.length > 0) process.exitCode = 1
    }),
  )

program.parseAsync().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : 'It did not work.'}\n`)
  process.exitCode = 1
})
