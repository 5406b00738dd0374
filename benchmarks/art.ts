import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import initOxi, { optimise } from '@jsquash/oxipng/codec/pkg/squoosh_oxipng.js'
import { driftOf } from '../core/art/align'
import { outlineOf } from '../core/art/outline'
import { packFrames } from '../core/art/pack-frames'
import type { Pixels } from '../core/art/pixels'
import { encodePng } from '../core/art/png'
import { disc, drawerFile, picture } from '../tests/support/fixtures'
import { decodePicture } from '../server/inspector/decode'
import { median, type Row } from './report'

const time = (does: () => unknown, rounds = 15): number => {
  const took: number[] = []
  for (let i = 0; i < rounds; i++) {
    const began = performance.now()
    does()
    took.push(performance.now() - began)
  }
  return median(took.slice(3))
}

/** One look at every pixel's alpha and light: what any work on a picture costs at least. */
function plainPass({ data }: Pixels): number {
  let sum = 0
  for (let i = 0; i < data.length; i += 4)
    if (data[i + 3]! > 8) sum += (data[i]! * 77 + data[i + 1]! * 151 + data[i + 2]! * 28) >> 8
  return sum
}

export function outlineRow(): Row {
  const blob = picture(512, 512, (x, y) =>
    Math.hypot(x - 256, y - 256) < 170 + 40 * Math.sin(Math.atan2(y - 256, x - 256) * 5)
      ? [200, 60, 40, 255]
      : [0, 0, 0, 0],
  )
  const pass = time(() => plainPass(blob), 40)
  const outline = time(() => outlineOf(blob, 12), 40)
  return {
    what: 'outline and fit of a 512 px frame against a plain pass over its pixels',
    measured: `${(outline / pass).toFixed(1)}x (${outline.toFixed(1)} ms to ${pass.toFixed(2)} ms)`,
    goal: '5x',
  }
}

export function alignRow(): Row {
  const frames = Array.from({ length: 24 }, (_, i) => {
    const ball = disc(256, 90)
    return { pixels: ball, ox: (i * 7) % 11, oy: (i * 5) % 9 }
  })
  const pass = time(() => frames.forEach((frame) => plainPass(frame.pixels))) / 24
  const align = time(() => driftOf(frames, 'overlap', { w: 256, h: 256 }), 8) / 24
  return {
    what: 'lining up 24 frames of 256 px by overlap against a plain pass, per frame',
    measured: `${(align / pass).toFixed(1)}x (${align.toFixed(2)} ms to ${pass.toFixed(2)} ms)`,
    goal: '20x',
  }
}

/** Frames packed on one sheet and written without loss, against each one put singly through optipng. */
export async function packRow(): Promise<Row> {
  await initOxi(new WebAssembly.Module(readFileSync('node_modules/@jsquash/oxipng/codec/pkg/squoosh_oxipng_bg.wasm')))
  const folder = mkdtempSync(join(tmpdir(), 'pack-post-bench-'))
  try {
    const frames: Pixels[] = []
    for (const [file, columns, rows] of [
      ['puffin.png', 4, 3],
      ['flying-gull.png', 3, 3],
    ] as const) {
      const sheet = (await decodePicture(drawerFile(file)))!
      const w = sheet.width / columns
      const h = sheet.height / rows
      for (let i = 0; i < columns * rows; i++)
        frames.push(
          picture(w, h, (x, y) => {
            const at = ((Math.floor(i / columns) * h + y) * sheet.width + (i % columns) * w + x) * 4
            return [...sheet.data.subarray(at, at + 4)] as [number, number, number, number]
          }),
        )
    }
    let singly = 0
    frames.forEach((frame, i) => {
      const path = join(folder, `${i}.png`)
      writeFileSync(path, encodePng(frame))
      execFileSync('optipng', ['-quiet', '-o2', path])
      singly += statSync(path).size
    })
    const packed = optimise(encodePng(packFrames(frames).sheet), 2, false, false).length
    return {
      what: `${frames.length} frames packed and written without loss against optipng -o2 of each`,
      measured: `${(packed / singly).toFixed(2)}x (${packed} to ${singly} bytes)`,
      goal: '0.95x',
    }
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}
