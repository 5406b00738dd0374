import { CATALOGUE } from '../core/template/catalogue'
import { arcadeRows } from './arcade'
import { alignRow, outlineRow, packRow } from './art'
import { engineRow, heapRow } from './engine'
import { folderRows } from './folder'
import { parcelRows } from './parcel'
import { print, type Row } from './report'
import { drillRows, sizeRows } from './size'
import { sheetRows } from './sheets/rows'
import { loudnessRows } from './sound'
import { swapRows } from './swap'
import { winRows } from './wins'
import { wordingRow } from './wording'

/** By name, so that one can be run alone: `npm run benchmark -- size`. */
const SECTIONS: Record<string, () => Promise<Row[]>> = {
  swap: swapRows,
  art: async () => [outlineRow(), alignRow(), await packRow()],
  engine: async () => [...CATALOGUE.map(engineRow), ...CATALOGUE.map(heapRow)],
  wins: async () => winRows(),
  sound: loudnessRows,
  wording: async () => [await wordingRow()],
  sheets: sheetRows,
  parcel: parcelRows,
  folder: folderRows,
  arcade: arcadeRows,
  size: sizeRows,
  drill: drillRows,
}

const asked = process.argv.slice(2)
const unknown = asked.filter((name) => SECTIONS[name] === undefined)
if (unknown.length > 0) throw new Error(`There is ${Object.keys(SECTIONS).join(', ')}; not ${unknown.join(', ')}.`)
// The drill takes half an hour, so it is run by name only.
for (const name of asked.length > 0 ? asked : Object.keys(SECTIONS).filter((one) => one !== 'drill'))
  print(await SECTIONS[name]!())
