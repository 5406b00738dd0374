import { afterEach, expect, it, vi } from 'vitest'
import { puffinCatch, TEMPLATES } from '../tests/support/fixtures'
import { buildGameDoc } from '../core/template/game-doc'
import { makeSpeaker } from './sound'

afterEach(() => vi.unstubAllGlobals())

it('takes a sound that comes when all is closed already for one nobody hears', async () => {
  const decoded = vi.fn(async () => ({}))
  class Context {
    state = 'running'
    decodeAudioData = decoded
    close = async () => undefined
  }
  vi.stubGlobal('AudioContext', Context)
  let come: (bytes: ArrayBuffer) => void = () => undefined
  const bytes = new Promise<ArrayBuffer>((resolve) => (come = resolve))
  const pack = puffinCatch()
  const speaker = makeSpeaker(buildGameDoc(TEMPLATES.windfall, pack), () => bytes)
  speaker.wake()
  speaker.close()
  // A rejection that nobody catches fails this file.
  come(new ArrayBuffer(4))
  await vi.waitFor(() => expect(decoded).toHaveBeenCalled())
})
