import * as z from 'zod'
import { Colour } from '../kinds/values'
import { KEPT_CHARACTERS, MOST_COLOURS } from './beside-words'

const Path = z.string().max(600)
const Text = z.string().max(300)
const Px = z.number().min(-100_000).max(100_000)
export const PickBox = z.object({ x: Px, y: Px, w: Px, h: Px })
export type PickBox = z.infer<typeof PickBox>

const Share = z.number().min(0).max(1)
/** A place in a picture's file, as shares of its width and height: which of the things on a sheet is meant. */
export const Spot = z.object({ x: Share, y: Share })
export type Spot = z.infer<typeof Spot>

/** What is cut out of a picture's file, as shares of its width and height. */
export const Cut = Spot.extend({ w: Share, h: Share })
export type Cut = z.infer<typeof Cut>
/** With what it took the place of in the frame before, where it did: both are drawings of one thing. */
export const SeenCut = z.object({ cut: Cut, after: Cut.optional() })
export type SeenCut = z.infer<typeof SeenCut>

/** px of a page, or of what it shows. */
const Room = z.object({ w: z.number().min(0).max(100_000), h: z.number().min(0).max(100_000) })

/** What a game keeps, by its own names. */
const Kept = z
  .record(z.string().max(200), z.string().max(20_000))
  .refine((kept) => Object.entries(kept).reduce((sum, all) => sum + all.join('').length, 0) <= KEPT_CHARACTERS)

/** What the script beside a foreign game tells of it. A path is that of a file in the folder, or the key of a data: address. */
export const BesideNews = z.discriminatedUnion('is', [
  z.object({ is: z.literal('ready') }),
  z.object({ is: z.literal('asked'), path: Path }),
  z.object({ is: z.literal('missing'), path: Path, at: Text }),
  z.object({ is: z.literal('refused'), address: Path, at: Text }),
  z.object({ is: z.literal('fault'), text: Text, at: Text }),
  /** With what was cut out of it, where it was not shown as a whole. */
  z.object({ is: z.literal('drawn'), path: Path, seen: SeenCut.optional() }),
  z.object({ is: z.literal('heard'), path: Path }),
  z.object({ is: z.literal('said'), text: Text }),
  z.object({ is: z.literal('listens'), to: z.enum(['keyboard', 'touch', 'gamepad']) }),
  z.object({ is: z.literal('pressed') }),
  z.object({ is: z.literal('extent'), ...Room.shape, within: Room }),
  z.object({ is: z.literal('lent'), bytes: z.int().min(0).max(1_000_000) }),
  z.object({ is: z.literal('save'), kept: Kept }),
  z.object({ is: z.literal('frozen'), on: z.boolean() }),
  z.object({
    is: z.literal('picked'),
    id: z.int(),
    path: Path.nullable(),
    spot: Spot.nullable(),
    text: Text.nullable(),
    box: PickBox.nullable(),
    /** Of what is there in one colour, the topmost first. */
    colours: z.array(Colour).max(MOST_COLOURS),
  }),
  z.object({ is: z.literal('swapped'), path: Path, live: z.boolean() }),
  z.object({ is: z.literal('picture'), id: z.int(), url: z.string().max(20_000_000).nullable() }),
])
export type BesideNews = z.infer<typeof BesideNews>

export const BesideMessage = z.object({
  type: z.literal('pack-post:beside'),
  news: z.array(BesideNews).max(2000),
})
export type BesideMessage = z.infer<typeof BesideMessage>

/** What the bench asks of it. */
export type BesideAsk =
  | { do: 'pick'; id: number; x: number; y: number }
  | { do: 'freeze' | 'go' | 'step' }
  | { do: 'slow'; on: boolean }
  | { do: 'mute'; on: boolean }
  | { do: 'swap'; path: string; bytes: ArrayBuffer; mime: string }
  | { do: 'picture'; id: number }
export interface BesideCall {
  type: 'pack-post:bench'
  ask: BesideAsk
}

/** What a frame is named as it begins: what was kept, for the game to read at once. */
export const BesideName = z.object({ kept: Kept })
export type BesideName = z.infer<typeof BesideName>
