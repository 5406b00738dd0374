import type { StageShape } from '@core/game/stage'
import { UserError } from '@core/errors'
import { LABEL_LIMITS, type Label } from '@core/label/label'
import type { AssetFacts } from '@core/pack/asset'
import { hashOf } from '@core/pack/hash'
import { newFacts } from '@core/art/take-in'
import { defineStore } from 'pinia'
import { useBench } from './bench'
import type { Bringing } from './incoming'
import { useNotices } from './notices'
import { useSwap } from './swap'
import { workshop } from '../workers/workshop'

export const SLOTS = ['cover', 'square', 'icon', 'shot', 'clip'] as const
export type Slot = (typeof SLOTS)[number]
export interface SlotWords {
  name: string
  size: string
  width: number
  height: number
}
const SLOT_WORDS: Record<Slot, SlotWords> = {
  cover: { name: 'Wide cover', size: '16 : 10', width: 1280, height: 800 },
  square: { name: 'Square cover', size: '1 : 1', width: 800, height: 800 },
  icon: { name: 'Icon', size: '1 : 1, small', width: 512, height: 512 },
  shot: { name: 'Shot', size: 'up to six', width: 1280, height: 800 },
  clip: { name: 'Clip', size: '4 s, moving', width: 400, height: 250 },
}
/** What goes into a slot; a shot shows the whole stage, whatever its shape. */
export function slotWords(slot: Slot, shape: StageShape): SlotWords {
  const words = SLOT_WORDS[slot]
  return slot === 'shot' && shape === 'tall' ? { ...words, width: words.height, height: words.width } : words
}
export const CLIP = { seconds: 4, fps: 12 } as const

/** Pictures of the label. */
export const useLabelPictures = defineStore('label-pictures', () => {
  const bench = useBench()
  const notices = useNotices()
  const swap = useSwap()

  function changeFor(slot: Slot, hash: string): Partial<Label> {
    if (slot !== 'shot') return { [slot]: hash }
    const shots = bench.pack?.label.shots ?? []
    return shots.some((shot) => shot.asset === hash) ? { shots } : { shots: [...shots, { asset: hash, alt: '' }] }
  }

  const full = (slot: Slot): boolean => {
    if (slot !== 'shot' || (bench.pack?.label.shots.length ?? 0) < LABEL_LIMITS.shots) return false
    notices.warn(`There are ${LABEL_LIMITS.shots} shots already. Take one out first.`)
    return true
  }

  const put = (
    name: string,
    slot: Slot,
    hash: string,
    assets: Record<string, AssetFacts>,
    files: ReadonlyMap<string, Uint8Array>,
  ) => bench.act(name, { type: 'set-label', change: changeFor(slot, hash), assets }, { files })

  /** Made of the game's own parts, which carry their own credits. */
  const ownWork = () => ({ author: bench.pack?.label.author || 'the maker', licence: 'LicenseRef-Own-Work' })

  async function keepBytesOf(
    slot: Slot,
    bytes: Uint8Array,
    mime: 'image/png' | 'image/gif',
    width: number,
    height: number,
  ) {
    const hash = hashOf(bytes)
    const file = `${slot} taken from play.${mime === 'image/png' ? 'png' : 'gif'}`
    const facts = newFacts(file, mime, bytes.length, { width, height }, new Date().toISOString(), ownWork())
    await put(
      `Take ${slot === 'icon' ? 'an' : 'a'} ${slot} from play`,
      slot,
      hash,
      { [hash]: facts },
      new Map([[hash, bytes]]),
    )
  }

  /** A moment of play. */
  async function keep(slot: Slot, picture: HTMLCanvasElement): Promise<void> {
    if (full(slot)) return
    const blob = await new Promise<Blob | null>((resolve) => picture.toBlob(resolve, 'image/png'))
    if (blob === null) return notices.warn('This browser could not take the picture. Try again.')
    await keepBytesOf(slot, new Uint8Array(await blob.arrayBuffer()), 'image/png', picture.width, picture.height)
  }

  /** A stretch of play, as frames one after the other. */
  async function keepClip(frames: HTMLCanvasElement[]): Promise<void> {
    const first = frames[0]
    if (first === undefined) return
    const pixels = frames.map((frame) => {
      const { data, width, height } = frame.getContext('2d')!.getImageData(0, 0, frame.width, frame.height)
      return { data, width, height }
    })
    const bytes = await workshop().makeGif(pixels, 1000 / CLIP.fps)
    await keepBytesOf('clip', bytes, 'image/gif', first.width, first.height)
  }

  /** A picture brought in; the check compares it with the game's own frames. */
  async function bring(slot: Slot, what: Bringing): Promise<void> {
    if (full(slot)) return
    try {
      const taken = await swap.takeIn(what, 10)
      const assets = { ...taken.originals, [taken.hash]: taken.facts }
      await put(`Bring in a ${SLOT_WORDS[slot].name.toLowerCase()}`, slot, taken.hash, assets, taken.files)
    } catch (error) {
      if (!(error instanceof UserError)) throw error
      notices.warn(error.message)
    }
  }

  function remove(slot: Slot, asset: string): void {
    const change: Partial<Label> =
      slot === 'shot'
        ? { shots: (bench.pack?.label.shots ?? []).filter((shot) => shot.asset !== asset) }
        : { [slot]: null }
    void bench.act(`Take out the ${SLOT_WORDS[slot].name.toLowerCase()}`, { type: 'set-label', change })
  }

  return { keep, keepClip, bring, remove }
})
