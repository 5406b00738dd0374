import { hashOf } from '@core/pack/hash'
import { newFacts } from '@core/pack/take-in'
import { UserError } from '@core/errors'
import { defineStore } from 'pinia'
import { useBench } from './bench'
import { useNotices } from './notices'
import type { Bringing } from './incoming'
import { useSwap } from './swap'

/** Pictures of the label. */
export const useCovers = defineStore('covers', () => {
  const bench = useBench()
  const notices = useNotices()
  const swap = useSwap()

  /** A moment of play becomes the cover. */
  async function keep(picture: HTMLCanvasElement): Promise<void> {
    const blob = await new Promise<Blob | null>((resolve) => picture.toBlob(resolve, 'image/png'))
    if (blob === null) return notices.warn('This browser could not take the picture. Try again.')
    const bytes = new Uint8Array(await blob.arrayBuffer())
    const hash = hashOf(bytes)
    const size = { width: picture.width, height: picture.height }
    // Made of the game's own parts, which carry their own credits.
    const facts = newFacts('cover taken from play.png', 'image/png', bytes.length, size, new Date().toISOString(), {
      author: bench.pack?.label.author || 'the maker',
      licence: 'LicenseRef-Own-Work',
    })
    await bench.act(
      'Take a cover from play',
      { type: 'set-label', change: { cover: hash }, assets: { [hash]: facts } },
      { files: new Map([[hash, bytes]]) },
    )
  }

  /** A picture brought in as a cover; the check compares it with the game's own. */
  async function bring(what: Bringing): Promise<void> {
    try {
      const taken = await swap.takeIn(what, 10)
      await bench.act(
        'Bring in a cover',
        { type: 'set-label', change: { cover: taken.hash }, assets: { ...taken.originals, [taken.hash]: taken.facts } },
        { files: taken.files },
      )
    } catch (error) {
      if (!(error instanceof UserError)) throw error
      notices.warn(error.message)
    }
  }

  return { keep, bring }
})
