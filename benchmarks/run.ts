import { alignRow, outlineRow, packRow } from './art'
import { engineRow } from './engine'
import { parcelRows } from './parcel'
import { print } from './report'
import { swapRows } from './swap'

print([
  ...(await swapRows()),
  outlineRow(),
  alignRow(),
  await packRow(),
  engineRow('windfall'),
  engineRow('updraft'),
  ...(await parcelRows()),
])
