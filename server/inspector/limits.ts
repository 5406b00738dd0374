import { MOST_PARCEL_FILES } from '@core/parcel/manifest'
import type { UnzipLimits } from '@core/parcel/unzip'

/** The most a received parcel may hold once unpacked. */
export const PARCEL_LIMITS: UnzipLimits = {
  entries: MOST_PARCEL_FILES,
  entryBytes: 20_000_000,
  totalBytes: 60_000_000,
  names: 'portable',
}
