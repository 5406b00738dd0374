import { instead, tell } from './report'
import { cameFrom, fileAt, sourceOf } from './sources'

/** Notes what is heard, and can silence all of it. */
export function followSounds() {
  let muted = false
  const media = new Set<HTMLMediaElement>()
  const gains = new Set<GainNode>()
  const heard = (path: string) => {
    if (path !== '') tell({ is: 'heard', path })
  }
  instead(
    HTMLMediaElement.prototype,
    'play',
    (real) =>
      function (this: HTMLMediaElement) {
        media.add(this)
        if (muted) this.muted = true
        heard(fileAt(this.currentSrc || this.src))
        return real.call(this)
      },
  )
  const contexts = typeof BaseAudioContext === 'undefined' ? undefined : BaseAudioContext.prototype
  instead(
    contexts,
    'decodeAudioData',
    (real) =>
      function (
        this: BaseAudioContext,
        data: ArrayBuffer,
        done?: DecodeSuccessCallback | null,
        not?: DecodeErrorCallback | null,
      ) {
        const path = sourceOf(data)
        const known = (made: AudioBuffer) => {
          cameFrom(made, path)
          done?.(made)
          return made
        }
        return real.call(this, data, undefined, not).then(known)
      },
  )
  instead(
    globalThis.AudioBufferSourceNode?.prototype,
    'start',
    (real) =>
      function (this: AudioBufferSourceNode, ...args: number[]) {
        if (this.buffer !== null) heard(sourceOf(this.buffer))
        return (real as (...all: number[]) => void).apply(this, args)
      } as AudioBufferSourceNode['start'],
  )
  // All that is on its way to the loudspeaker goes through one more gain, which can be closed.
  const outs = new WeakMap<BaseAudioContext, GainNode>()
  instead(globalThis.AudioNode?.prototype, 'connect', (real) => {
    const join = real as (this: AudioNode, ...all: unknown[]) => unknown
    return function (this: AudioNode, to: unknown, ...rest: unknown[]) {
      if (!(to instanceof AudioDestinationNode)) return join.call(this, to, ...rest)
      let out = outs.get(this.context)
      if (out === undefined) {
        out = this.context.createGain()
        outs.set(this.context, out)
        gains.add(out)
        out.gain.value = muted ? 0 : 1
        join.call(out, to)
      }
      join.call(this, out, ...rest)
      return to
    } as never
  })
  return {
    mute(on: boolean) {
      muted = on
      for (const one of media) one.muted = on
      for (const one of gains) one.gain.value = on ? 0 : 1
    },
    /** Those that play stand still; what is given back lets them go on. */
    pause(): () => void {
      const playing = [...media].filter((one) => !one.paused)
      for (const one of playing) one.pause()
      const running = [...gains].map((one) => one.context as AudioContext).filter((one) => one.state === 'running')
      for (const one of running) void one.suspend()
      return () => {
        for (const one of playing) void one.play().catch(() => undefined)
        for (const one of running) void one.resume()
      }
    },
  }
}
