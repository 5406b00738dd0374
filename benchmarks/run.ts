import { arcadeRows } from './arcade'
import { alignRow, outlineRow, packRow } from './art'
import { engineRow, heapRow } from './engine'
import { parcelRows } from './parcel'
import { print } from './report'
import { loudnessRows } from './sound'
import { swapRows } from './swap'
import { wordingRow } from './wording'

print([
  ...(await swapRows()),
  outlineRow(),
  alignRow(),
  await packRow(),
  engineRow('windfall'),
  engineRow('updraft'),
  heapRow('windfall'),
  heapRow('updraft'),
  ...(await loudnessRows()),
  await wordingRow(),
  ...(await parcelRows()),
  ...(await arcadeRows()),
])
