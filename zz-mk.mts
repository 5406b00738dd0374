import { writeFileSync, mkdirSync } from 'node:fs'
import { folderZip, FOLDER_GAMES } from './tests/support/folder-games'
mkdirSync('/tmp/games', { recursive: true })
for (const g of FOLDER_GAMES) writeFileSync(`/tmp/games/${g}.zip`, await folderZip(g))
