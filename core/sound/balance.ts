import type { MusicContent, SoundContent } from '../kinds/audible'
import { loudnessAs, loudnessOf } from './loudness'
import type { Samples } from './samples'
import { CEILING_DBTP } from './edit'
import { decibels, truePeak } from './true-peak'

/** How loud a part plays, LUFS, and how much louder it could be made before it went over -1 dBTP. */
export interface Level {
  lufs: number
  roomDb: number
}

type Played = Pick<SoundContent | MusicContent, 'kind' | 'gainDb'>

/** How loud a part plays, LUFS. */
export const lufsOfPart = (samples: Samples, content: Played): number =>
  loudnessAs(content.kind, loudnessOf(samples)) + content.gainDb

/** The same with its room, for which every peak is looked at: many times the work. */
export function levelOfPart(samples: Samples, content: Played): Level {
  return {
    lufs: lufsOfPart(samples, content),
    roomDb: CEILING_DBTP - decibels(truePeak(samples)) - content.gainDb,
  }
}

const GAIN = { min: -40, max: 12 } as const

/** The volume (dB, in half steps) at which a part is as loud as `wantedLufs`, as far as its peaks allow. */
export function gainToward(level: Level, gainDb: number, wantedLufs: number): number {
  if (!Number.isFinite(level.lufs) || !Number.isFinite(wantedLufs)) return gainDb
  const change = Math.min(wantedLufs - level.lufs, Math.max(0, level.roomDb))
  return Math.max(GAIN.min, Math.min(GAIN.max, Math.round((gainDb + change) * 2) / 2))
}

/** What a part without a sound of the template's is measured against: the template's other effects, in the middle. */
export function middle(levels: readonly number[]): number {
  const known = levels.filter(Number.isFinite).sort((a, b) => a - b)
  return known.length === 0 ? -20 : known[Math.floor(known.length / 2)]!
}
