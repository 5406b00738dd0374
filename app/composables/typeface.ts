import { partsOf } from '@core/game/setup'
import type { GameDoc } from '@core/game/types'
import { TYPEFACE_FILE } from '@core/template/game-doc'
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

/** A family that comes along, as something that is brought in. */
export const letteringFile = (one: Lettering) => ({
  name: one.file,
  size: 1,
  source: { author: one.author, licence: 'OFL-1.1', link: one.link },
  bytes: async () => new Uint8Array(await (await fetch(one.url)).arrayBuffer()),
})

let usual: Promise<unknown> | null = null
/** A face that cannot be fetched now leaves the words in another one, and is asked for again by the next game. */
const ownFace = () =>
  (usual ??= Promise.all([500, 650, 700, 800].map((weight) => document.fonts.load(`${weight} 20px ${OWN}`))).catch(
    () => (usual = null),
  ))
const faces = new Map<string, Promise<string>>()

/** CSS families of a game's words: all of them, and by asset those of single texts that have their own. */
export interface Letters {
  typeface: string
  faces: ReadonlyMap<string, string>
}

/** What a game document is lettered in, loaded. Canvas text does not wait, so the stage does. */
export async function lettersOf(doc: GameDoc, template: Template | null): Promise<Letters> {
  const [typeface, faces] = await Promise.all([typefaceOf(doc, template), facesOf(doc, template)])
  return { typeface, faces }
}

async function typefaceOf(doc: GameDoc, template: Template | null): Promise<string> {
  await ownFace()
  const own = Object.entries(doc.assets).find(([, asset]) => asset.file === doc.typeface)
  if (doc.typeface === undefined || doc.typeface === TYPEFACE_FILE || own === undefined || template === null) return OWN
  return faceOf(own[0], template)
}

/** The CSS family of a font file among the pack's assets; the usual one when it cannot be read. */
export function faceOf(hash: string, template: Template): Promise<string> {
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

/** Families of the font files that single texts are set in, loaded, by asset. */
async function facesOf(doc: GameDoc, template: Template | null): Promise<ReadonlyMap<string, string>> {
  const asked = [...new Set(Object.values(partsOf(doc, 'wording')).flatMap((word) => word.style?.typeface ?? []))]
  if (template === null) return new Map()
  return new Map(await Promise.all(asked.map(async (hash) => [hash, await faceOf(hash, template)] as const)))
}
