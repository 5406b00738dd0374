import type { Samples } from '@core/sound/samples'

/** Samples of a file by the browser's own decoder, undefined when it does not know the kind. */
export async function decodeInPage(bytes: Uint8Array): Promise<Samples | undefined> {
  try {
    const buffer = await new OfflineAudioContext(1, 1, 44100).decodeAudioData(bytes.slice().buffer)
    const channels = Array.from({ length: buffer.numberOfChannels }, (_, i) => buffer.getChannelData(i).slice())
    return { channels, sampleRate: buffer.sampleRate }
  } catch {
    return undefined
  }
}

export interface Heard {
  fromS: number
  toS: number
  loop: boolean
}

/** Plays samples, from a place to a place or round and round; tells where it is. */
export function makeListener() {
  let context: AudioContext | null = null
  let source: AudioBufferSourceNode | null = null
  let began = 0
  let what: Heard = { fromS: 0, toS: 0, loop: false }

  function stop(): void {
    if (source !== null) source.onended = null
    source?.stop()
    source = null
  }

  function play(samples: Samples, how: Heard, ended: () => void, gainDb = 0): void {
    stop()
    const length = samples.channels[0]?.length ?? 0
    if (length === 0) return ended()
    context ??= new AudioContext()
    void context.resume()
    const buffer = context.createBuffer(samples.channels.length, length, samples.sampleRate)
    samples.channels.forEach((channel, i) => buffer.copyToChannel(new Float32Array(channel), i))
    const level = context.createGain()
    level.gain.value = 10 ** (gainDb / 20)
    source = context.createBufferSource()
    source.buffer = buffer
    source.connect(level).connect(context.destination)
    what = { ...how, toS: how.toS > 0 ? how.toS : buffer.duration }
    if (what.loop) {
      source.loop = true
      source.loopStart = how.fromS
      source.loopEnd = what.toS
    }
    source.onended = () => {
      source = null
      ended()
    }
    began = context.currentTime
    // Round and round one comes in two seconds before the seam, because that is what is to be heard.
    const from = how.loop ? Math.max(0, what.toS - 2) : how.fromS
    began -= from
    if (how.loop) source.start(0, from)
    else source.start(0, from, Math.max(0.01, what.toS - from))
  }

  /** Seconds of the samples that sound now; -1 when nothing does. */
  function at(): number {
    if (context === null || source === null) return -1
    let s = context.currentTime - began
    if (what.loop && s > what.toS) s = what.fromS + ((s - what.fromS) % (what.toS - what.fromS))
    return s
  }

  return {
    play,
    stop,
    at,
    close: () => {
      stop()
      void context?.close()
      context = null
    },
  }
}
