/** The family games are lettered in on the bench: the same typeface that travels in the parcel. */
export const STAGE_TYPEFACE = "'Bricolage Grotesque Variable', sans-serif"

/** The file that goes into parcels. */
export const TYPEFACE_URL = '/shipped/typeface/bricolage-grotesque-latin-wght-normal.woff2'

/** Canvas text does not wait for typefaces, so the stage does. */
export async function typefaceReady(): Promise<void> {
  await Promise.all([500, 650, 700, 800].map((weight) => document.fonts.load(`${weight} 20px ${STAGE_TYPEFACE}`)))
}
