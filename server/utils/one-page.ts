import { base64 } from '@core/bytes'
import { singlePage } from '@core/parcel/html'
import type { GameDoc } from '@core/game/types'
import { gameFiles } from './serve-game'

const TYPEFACES: Record<string, string> = { woff2: 'font/woff2', ttf: 'font/ttf', otf: 'font/otf' }

/** Nothing from anywhere but the page itself. */
const ALONE =
  "<meta http-equiv=\"Content-Security-Policy\" content=\"default-src 'none'; script-src 'unsafe-inline'; style-src 'unsafe-inline'; img-src data: blob:; media-src data: blob:; font-src data:; connect-src data: blob:; base-uri 'none'; form-action 'none'\">\n"

/** A posted release as one page, from its own files. */
export async function onePageOf(game: string, release: number): Promise<string> {
  const files = await gameFiles(game, release)
  const text = (name: string) => new TextDecoder().decode(files.get(name))
  const doc = JSON.parse(text('game.json')) as GameDoc
  const inline = (file: string, mime: string) => {
    const bytes = files.get(file)
    return bytes === undefined ? file : `data:${mime};base64,${base64(bytes)}`
  }
  const assets = Object.fromEntries(
    Object.entries(doc.assets).map(([hash, asset]) => [hash, { ...asset, file: inline(asset.file, asset.mime) }]),
  )
  const typeface =
    doc.typeface === undefined
      ? {}
      : { typeface: inline(doc.typeface, TYPEFACES[doc.typeface.split('.').at(-1)!] ?? 'font/woff2') }
  return singlePage({ ...doc, assets, ...typeface }, '', text('player.js'), ALONE)
}
