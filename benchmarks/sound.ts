import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { random } from '../core/game/random'
import { decodeSound } from '../core/sound/decode'
import { loudnessOf } from '../core/sound/loudness'
import { decibels, truePeak } from '../core/sound/true-peak'
import { encodeWav } from '../core/sound/wav'
import { median, timed, type Row } from './report'

const RATE = 48000
const SECONDS = 180

/** Three minutes in stereo: chords that swell, with a hiss, and a bar of silence now and then. */
function track(): Uint8Array {
  const dice = { rng: 5 }
  const make = (wide: number): Float32Array =>
    Float32Array.from({ length: RATE * SECONDS }, (_, i) => {
      const t = i / RATE
      const bar = Math.floor(t / 2)
      if (bar % 11 === 10) return 0
      const swell = 0.15 + 0.35 * Math.sin(Math.PI * ((t / 2) % 1))
      const root = [220, 196, 261.6, 174.6][bar % 4]!
      const tone = Math.sin(Math.PI * 2 * root * t) + Math.sin(Math.PI * 2 * root * 1.5 * t + wide) * 0.6
      return (tone * 0.4 + (random(dice) - 0.5) * 0.2) * swell
    })
  return encodeWav({ channels: [make(0), make(0.7)], sampleRate: RATE })
}

const number = (text: string, pattern: RegExp): number => Number(pattern.exec(text)?.[1])

/** The same file measured by ffmpeg and here; both times are of reading and measuring it. */
export async function loudnessRows(): Promise<Row[]> {
  const dir = mkdtempSync(join(tmpdir(), 'pack-post-loud-'))
  const file = join(dir, 'track.wav')
  writeFileSync(file, track())
  const ffmpeg = (filter: string) =>
    spawnSync('ffmpeg', ['-hide_banner', '-nostats', '-i', file, '-af', filter, '-f', 'null', '-'], {
      encoding: 'utf8',
    }).stderr
  try {
    const theirs: number[] = []
    const ours: number[] = []
    let lufs = 0
    for (let round = 0; round < 5; round++) {
      theirs.push(await timed(() => ffmpeg('ebur128')))
      ours.push(
        await timed(async () => {
          lufs = loudnessOf(await decodeSound(new Uint8Array(readFileSync(file)), 'audio/wav')).integrated
        }),
      )
    }
    const summary = ffmpeg('ebur128=peak=true').split('Summary:')[1] ?? ''
    const peak = decibels(truePeak(await decodeSound(new Uint8Array(readFileSync(file)), 'audio/wav')))
    const away = (mine: number, other: number) => `${Math.abs(mine - other).toFixed(2)}`
    return [
      {
        what: 'integrated loudness of 3 minutes in stereo, against ffmpeg -af ebur128',
        measured: `${(median(ours) / median(theirs)).toFixed(2)}x (${median(ours).toFixed(0)} ms to ${median(theirs).toFixed(0)} ms)`,
        goal: '2x',
      },
      {
        what: 'and how far off it is',
        measured: `${away(lufs, number(summary, /I:\s*(-?[\d.]+) LUFS/))} LU, true peak ${away(peak, number(summary, /Peak:\s*(-?[\d.]+) dBFS/))} dB`,
        goal: '0.1 LU, 0.2 dB',
      },
    ]
  } finally {
    rmSync(dir, { recursive: true, force: true })
  }
}
