import type { UnzipLimits } from '@core/parcel/unzip'

/** The most a received parcel may hold once unpacked. */
export const PARCEL_LIMITS: UnzipLimits = {
  entries: 2000,
  entryBytes: 20_000_000,
  totalBytes: 60_000_000,
  names: 'portable',
}
