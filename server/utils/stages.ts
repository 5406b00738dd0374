import { LRUCache } from 'lru-cache'
import type { H3Event } from 'h3'
import { createError, getRouterParam, setResponseHeaders } from 'h3'
import { STAGE_BYTES, StageKey } from '@core/folder/stage-protocol'
import { sha256 } from '../sha256'
import { gamesOrigin, publicOrigin } from './origins'
import { refuse } from './problem'

/**
 * Games that somebody has on the bench as a folder, for as long as they are looked at: in memory, by a key that only the
 * browser knows which made it. Whoever has the key can read what was sent under it, and nothing else.
 */
interface Stage {
  files: Map<string, Buffer>
  bytes: number
  /** Paths of the last starts, by their number. */
  starts: Map<number, ReadonlyMap<string, string>>
  next: number
}

const ALL_BYTES = 600_000_000
const KEPT_MS = 30 * 60_000
/** Of one tab: the stage on the bench goes on loading its files while the game is played in a window, or tried. */
const KEPT_STARTS = 8

const stages = new LRUCache<string, Stage>({
  maxSize: ALL_BYTES,
  // What is still to come counts too: room for it must not be taken from others in the middle.
  sizeCalculation: ({ bytes }) => Math.max(1, bytes),
  ttl: KEPT_MS,
  updateAgeOnGet: true,
})

/** Takes the list of a start. Files of earlier starts that no list names any more are forgotten. */
export function beginStage(key: string, files: ReadonlyMap<string, string>): { start: number; missing: string[] } {
  const stage = stages.get(key) ?? { files: new Map(), bytes: 0, starts: new Map(), next: 1 }
  const start = stage.next++
  stage.starts.set(start, files)
  stage.starts.delete(start - KEPT_STARTS)
  const wanted = new Set([...stage.starts.values()].flatMap((list) => [...list.values()]))
  for (const [hash, bytes] of stage.files)
    if (!wanted.has(hash)) {
      stage.files.delete(hash)
      stage.bytes -= bytes.length
    }
  stages.set(key, stage)
  return { start, missing: [...new Set(files.values())].filter((hash) => !stage.files.has(hash)) }
}

/** Takes a file that a start has named; throws a refusal for any other, and for one that is not what it says. */
export function putOnStage(key: string, hash: string, bytes: Buffer): void {
  const stage = stages.get(key)
  if (stage === undefined || ![...stage.starts.values()].some((list) => [...list.values()].includes(hash)))
    throw refuse.missing('This stage')
  if (stage.files.has(hash)) return
  if (stage.bytes + bytes.length > STAGE_BYTES * 2) throw refuse.large(STAGE_BYTES)
  if (sha256(bytes) !== hash) throw refuse.shape('The file is not what its name says.')
  stage.files.set(hash, bytes)
  stage.bytes += bytes.length
  stages.set(key, stage)
}

const TYPES: Record<string, string> = {
  ...{ html: 'text/html', htm: 'text/html', js: 'text/javascript', mjs: 'text/javascript', css: 'text/css' },
  ...{ json: 'application/json', xml: 'application/xml', txt: 'text/plain', wasm: 'application/wasm' },
  ...{ png: 'image/png', jpg: 'image/jpeg', jpeg: 'image/jpeg', gif: 'image/gif', webp: 'image/webp' },
  ...{ avif: 'image/avif', bmp: 'image/bmp', ico: 'image/x-icon', svg: 'image/svg+xml' },
  ...{ wav: 'audio/wav', mp3: 'audio/mpeg', ogg: 'audio/ogg', oga: 'audio/ogg', opus: 'audio/ogg', m4a: 'audio/mp4' },
  ...{ flac: 'audio/flac', mp4: 'video/mp4', webm: 'video/webm' },
  ...{ woff2: 'font/woff2', woff: 'font/woff', ttf: 'font/ttf', otf: 'font/otf' },
}
const TEXT = /^(text|application\/(json|xml))/

/** The type of a file by its ending, as a static host says it. */
export function typeOf(path: string): string {
  const type = TYPES[path.split('.').at(-1)?.toLowerCase() ?? ''] ?? 'application/octet-stream'
  return TEXT.test(type) ? `${type}; charset=utf-8` : type
}

/** What foreign code may do: run, and load what lies beside it. It has no origin, no storage, and nowhere to send. */
export const foreignPolicy = (base: string, framers: string): string =>
  `sandbox allow-scripts allow-pointer-lock allow-orientation-lock; default-src 'none'; ` +
  `script-src ${base} 'unsafe-inline' 'unsafe-eval' blob: data:; style-src ${base} 'unsafe-inline' blob: data:; ` +
  `img-src ${base} data: blob:; media-src ${base} data: blob:; font-src ${base} data: blob:; ` +
  `connect-src ${base} data: blob:; worker-src ${base} blob: data:; frame-src 'none'; object-src 'none'; ` +
  `form-action 'none'; frame-ancestors ${framers}`

/** A file of a stage. */
export function serveStage(event: H3Event): Buffer {
  const key = StageKey.safeParse(getRouterParam(event, 'key'))
  const start = Number(getRouterParam(event, 'start'))
  const path = getRouterParam(event, 'path', { decode: true }) ?? ''
  const stage = key.success ? stages.get(key.data) : undefined
  const bytes = stage?.files.get(stage.starts.get(start)?.get(path) ?? '')
  if (bytes === undefined) {
    // The page that asked hears that it is missing, and not that it may not know.
    setResponseHeaders(event, { 'access-control-allow-origin': '*', 'cross-origin-resource-policy': 'cross-origin' })
    throw createError({ statusCode: 404, statusMessage: 'Not here' })
  }
  const base = `${gamesOrigin(event)}/stage/${key.data}/${start}/`
  setResponseHeaders(event, {
    'content-type': typeOf(path),
    'content-security-policy': foreignPolicy(base, publicOrigin(event)),
    'x-content-type-options': 'nosniff',
    'referrer-policy': 'no-referrer',
    'access-control-allow-origin': '*',
    'cross-origin-resource-policy': 'cross-origin',
    'cache-control': 'no-store',
    'x-robots-tag': 'noindex',
    'permissions-policy': 'camera=(), microphone=(), geolocation=()',
  })
  return bytes
}
