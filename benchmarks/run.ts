import { engineRow } from './engine'
import { parcelRows } from './parcel'
import { print } from './report'
import { swapRow } from './swap'

print([await swapRow(), engineRow(), ...(await parcelRows())])
