// One of the small web games of the tests as a ZIP: `tsx --tsconfig tsconfig.check.json scripts/folder-zip.ts pots FILE`.
import { writeFileSync } from 'node:fs'
import { FOLDER_GAMES, folderZip } from '../tests/support/folder-games'

async function main(): Promise<void> {
  const [name, file] = process.argv.slice(2)
  const game = FOLDER_GAMES.find((one) => one === name)
  if (game === undefined || file === undefined) throw new Error(`Say one of ${FOLDER_GAMES.join(', ')}, and a file.`)
  writeFileSync(file, await folderZip(game))
}
void main()
