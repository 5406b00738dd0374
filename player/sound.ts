import type { GameState } from '../core/game/game'
import type { ScreenId } from '../core/game/screens'
import { levelPlace, partAs, partOf, partsOf, SPLIT } from '../core/game/setup'
import type { GameDoc, SoundDoc } from '../core/game/types'

/** Web Audio for a running game. Nothing sounds before the first press: browsers ask for that. */
export interface Speaker {
  /** Call from a key or pointer event. */
  wake(): void
  /** Plays what the last step fired and keeps volumes and music in step. */
  follow(state: GameState): void
  /** Other content from now on; the music goes on unless it changed. */
  adopt(doc: GameDoc): void
  mute(quiet: boolean): void
  close(): void
}

/** Where the music is chosen: the pages behind the start screen sound like it, and a pause like the play. */
const MUSIC_USE: Partial<Record<ScreenId, ScreenId>> = { how: 'start', options: 'start', about: 'start', pause: 'play' }

/** Screens on which a level's own music goes on. */
const LEVEL_MUSIC: readonly ScreenId[] = ['play', 'pause', 'done', 'won', 'lost']

const gain = (doc: SoundDoc, quarters: number): number => 10 ** (doc.gainDb / 20) * (quarters / 4) ** 1.6

export function makeSpeaker(first: GameDoc, bytesOf: (asset: string) => Promise<ArrayBuffer>): Speaker {
  let doc = first
  let context: AudioContext | null = null
  let quiet = false
  const buffers = new Map<string, Promise<AudioBuffer | null>>()
  let playing: { key: string; source: AudioBufferSourceNode; level: GainNode; duck: GainNode } | null = null
  /** Context time until which the music steps back. */
  let duckedUntil = 0
  let wanted = ''

  function load(asset: string, by: AudioContext): Promise<AudioBuffer | null> {
    let found = buffers.get(asset)
    if (found === undefined) {
      // A sound that cannot be decoded stays silent; the check tells about it. It may come when all is closed already.
      found = bytesOf(asset).then(
        (bytes) => by.decodeAudioData(bytes.slice(0)).catch(() => null),
        () => null,
      )
      buffers.set(asset, found)
    }
    return found
  }

  async function fire(sound: SoundDoc, quarters: number): Promise<void> {
    if (context === null || sound.asset === null || quiet || quarters === 0) return
    const buffer = await load(sound.asset, context)
    if (buffer === null || context === null) return
    const source = context.createBufferSource()
    const level = context.createGain()
    level.gain.value = gain(sound, quarters)
    source.buffer = buffer
    source.connect(level).connect(context.destination)
    source.start()
    if ((sound.duckDb ?? 0) < 0) stepBack(sound.duckDb!, buffer.duration)
  }

  /** The music goes down while somebody speaks, and comes up again after the last word. */
  function stepBack(db: number, seconds: number): void {
    if (playing === null || context === null) return
    const now = context.currentTime
    const { gain } = playing.duck
    duckedUntil = Math.max(duckedUntil, now + seconds)
    gain.cancelScheduledValues(now)
    gain.setTargetAtTime(10 ** (db / 20), now, 0.06)
    gain.setTargetAtTime(1, duckedUntil, 0.25)
  }

  async function startMusic(sound: SoundDoc): Promise<void> {
    const asset = sound.asset ?? ''
    const key = `${asset} ${sound.loopFromS ?? 0} ${sound.loopToS ?? 0}`
    if (wanted === key) return
    wanted = key
    playing?.source.stop()
    playing = null
    if (asset === '' || context === null) return
    const buffer = await load(asset, context)
    if (buffer === null || context === null || wanted !== key) return
    const source = context.createBufferSource()
    const level = context.createGain()
    const duck = context.createGain()
    level.gain.value = 0
    source.buffer = buffer
    source.loop = true
    // What comes before the loop is played once.
    source.loopStart = sound.loopFromS ?? 0
    source.loopEnd = (sound.loopToS ?? 0) > 0 ? sound.loopToS! : buffer.duration
    source.connect(duck).connect(level).connect(context.destination)
    source.start()
    playing = { key, source, level, duck }
  }

  return {
    wake() {
      if (context === null) {
        context = new AudioContext()
        for (const sound of Object.values(partsOf(doc, 'sound')))
          if (sound.asset !== null) void load(sound.asset, context)
      }
      if (context.state === 'suspended') void context.resume()
    },
    follow(state) {
      if (context === null) return
      for (const event of state.events) {
        const sound = partOf(doc, 'sound', event)
        if (sound !== undefined) void fire(sound, state.volume.sound)
      }
      const part = partAs(doc, 'music')
      const level = doc.levels?.[state.level]?.id
      const inLevel = level !== undefined && LEVEL_MUSIC.includes(state.screen) ? levelPlace(level) : ''
      const music =
        partOf(doc, 'music', part + SPLIT + (MUSIC_USE[state.screen] ?? state.screen)) ??
        partOf(doc, 'music', part + SPLIT + inLevel) ??
        partOf(doc, 'music', part)
      if (music === undefined) return
      void startMusic(music)
      if (playing !== null)
        playing.level.gain.setTargetAtTime(
          quiet || state.screen === 'pause' ? 0 : gain(music, state.volume.music),
          context.currentTime,
          0.08,
        )
    },
    adopt(next) {
      doc = next
    },
    mute(on) {
      quiet = on
      if (on && playing !== null && context !== null) playing.level.gain.setTargetAtTime(0, context.currentTime, 0.05)
    },
    close() {
      void context?.close()
      context = null
    },
  }
}
