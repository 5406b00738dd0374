import type { Incoming } from '@core/art/bring-in'
import { sniff } from '@core/art/sniff'
import { UserError } from '@core/errors'
import type { Source } from '@core/pack/asset'
import type { Strip } from '@core/kinds/drawing'
import { checkFileSize, identify } from '@core/art/take-in'
import type { Want } from '@core/kinds/kind'
import { drawSvg } from '../workers/draw-svg'
import { workshop } from '../workers/workshop'

/** A file, or a piece of the drawer that is not a file yet. */
export interface Bringing {
  name: string
  bytes: () => Promise<Uint8Array>
  /** Its first bytes, where they can be had without reading all of it. */
  head?: () => Promise<Uint8Array>
  size: number
  source?: Partial<Source>
  cut?: Strip
}

const FONT_HEADS = new Set(['wOF2', 'wOFF', 'OTTO', 'true', '\x00\x01\x00\x00'])

/** What kind of part a file is for, by its first bytes; a picture where nothing else is known of it. */
export async function wantOf(what: Bringing): Promise<Want> {
  const head = await (what.head ?? what.bytes)()
  if (FONT_HEADS.has(String.fromCharCode(...head.subarray(0, 4)))) return 'typeface'
  return sniff(head)?.mime.startsWith('audio/') ? 'sound' : 'picture'
}

const isZip = (what: Bringing): boolean => /\.zip$/i.test(what.name) && !/\.pack\.zip$/i.test(what.name)

/** ZIPs replaced by the pictures inside of them. Throws a UserError that names the file. */
export async function unpacked(what: readonly Bringing[]): Promise<Bringing[]> {
  const out: Bringing[] = []
  for (const one of what) {
    if (!isZip(one)) {
      out.push(one)
      continue
    }
    checkFileSize(one.name, one.size)
    const inside = await workshop().unpack(one.name, await one.bytes())
    if (!inside.ok) throw new UserError(inside.message, inside.code)
    if (inside.value.length === 0)
      throw new UserError(
        `“${one.name}” holds no pictures. Drop a ZIP of PNG, JPEG, WebP, GIF or SVG files.`,
        'zip-empty',
      )
    out.push(...inside.value.map(({ name, bytes }) => ({ name, size: bytes.length, bytes: async () => bytes })))
  }
  return out
}

const SVG_PX_PER_UNIT = 160

/** Bytes of files, with SVGs drawn for a part that is `height` world units high. */
export async function readIncoming(what: readonly Bringing[], height: number): Promise<Incoming[]> {
  const out: Incoming[] = []
  for (const one of what) {
    checkFileSize(one.name, one.size)
    const bytes = await one.bytes()
    if (/\.json$/i.test(one.name) || sniff(bytes)?.mime !== 'image/svg+xml') {
      out.push({ name: one.name, bytes })
      continue
    }
    const size = identify(one.name, bytes, 'picture')
    out.push({ name: one.name, ...(await drawSvg(one.name, bytes, size, height * SVG_PX_PER_UNIT)) })
  }
  return out
}
