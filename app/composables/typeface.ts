import type { GameDoc } from '@core/game/types'
import { TYPEFACE_FILE } from '@core/parcel/game-doc'
import type { Template } from '@core/template/template'
import { useAssets } from '~/stores/assets'

/** The family games are lettered in on the bench: the same typeface that travels in the parcel. */
const OWN = "'Bricolage Grotesque Variable', sans-serif"

/** The file that goes into parcels. */
export const TYPEFACE_URL = '/shipped/typeface/bricolage-grotesque-latin-wght-normal.woff2'

export interface Lettering {
  name: string
  /** As the font file calls itself. */
  family: string
  css: string
  file: string
  url: string
  author: string
  link: string
}

const more = (name: string, id: string, author: string): Lettering => ({
  name,
  family: name,
  css: `${name} Variable`,
  file: `${id}.woff2`,
  url: `/shipped/typeface-${id}/${id}-latin-wght-normal.woff2`,
  author,
  link: `https://fontsource.org/fonts/${id}`,
})

/** Open families that come along, each under the SIL Open Font License 1.1. */
export const LETTERINGS: readonly Lettering[] = [
  {
    name: 'Bricolage Grotesque',
    family: '',
    css: 'Bricolage Grotesque Variable',
    file: '',
    url: '',
    author: '',
    link: '',
  },
  more('Fredoka', 'fredoka', 'The Fredoka Project Authors'),
  more('Grandstander', 'grandstander', 'The Grandstander Project Authors'),
  more('Pixelify Sans', 'pixelify-sans', 'The Pixelify Sans Project Authors'),
]

let usual: Promise<unknown> | null = null
const faces = new Map<string, Promise<string>>()

/** The CSS family a game document is lettered in; its font file is loaded first. Canvas text does not wait, so the stage does. */
export async function typefaceOf(doc: GameDoc, template: Template | null): Promise<string> {
  await (usual ??= Promise.all([500, 650, 700, 800].map((weight) => document.fonts.load(`${weight} 20px ${OWN}`))))
  const own = Object.entries(doc.assets).find(([, asset]) => asset.file === doc.typeface)
  if (doc.typeface === undefined || doc.typeface === TYPEFACE_FILE || own === undefined || template === null) return OWN
  const [hash] = own
  let face = faces.get(hash)
  if (face === undefined) {
    face = (async () => {
      const bytes = await useAssets().bytesOf(hash, template)
      if (bytes === null) return OWN
      const family = `Lettering ${hash.slice(0, 12)}`
      const made = new FontFace(family, bytes.slice().buffer, { weight: '100 900' })
      document.fonts.add(await made.load())
      return `'${family}', ${OWN}`
    })().catch(() => OWN)
    faces.set(hash, face)
  }
  return face
}
