/** The most a received parcel may hold once unpacked. */
export const PARCEL_LIMITS = { entries: 2000, entryBytes: 20_000_000, totalBytes: 60_000_000 }
