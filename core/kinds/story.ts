import * as z from 'zod'
import { PLACES } from '../game/layouts'
import { LINE } from '../game/screens'
import type { StageShape } from '../game/stage'
import type { Kind } from './kind'
import { Hash } from './values'

/** Lines before or after a play. `seconds` 0 waits for a press. */
export const StoryLine = z.object({
  id: z.string().regex(/^[a-z0-9]{1,12}$/),
  text: z.string().max(600),
  picture: Hash.nullable(),
  sound: Hash.nullable(),
  seconds: z.number().min(0).max(120),
})
export type StoryLine = z.infer<typeof StoryLine>
export const StoryContent = z.object({ kind: z.literal('story'), lines: z.array(StoryLine).max(600) })
export type StoryContent = z.infer<typeof StoryContent>

/** Letters of a story shrink to this before a line is too long. */
export const STORY_SHRINK = 0.6
/** dB the music steps back by under a line that is spoken. */
const STORY_DUCK_DB = -12
const boxOf = (line: StoryLine, shape: StageShape) =>
  line.picture === null ? PLACES[shape].story : PLACES[shape].storyBeside

export const story: Kind<StoryContent> = {
  kind: 'story',
  schema: StoryContent,
  wants: null,
  takesMany: false,
  splits: true,
  assets: ({ lines }) =>
    lines.flatMap(({ picture, sound }) => [picture, sound].filter((hash): hash is string => hash !== null)),
  toDoc({ lines }, { doc, put, part }) {
    put('story', part, { lines: lines.map(({ id, seconds }) => ({ id, seconds })) })
    for (const line of lines) {
      const key = part + LINE + line.id
      put('wording', key, { text: line.text, box: boxOf(line, doc.stage), scale: 1, shrinkTo: STORY_SHRINK })
      if (line.picture !== null) put('picture', key, { asset: line.picture, fit: 'contain', crisp: false })
      if (line.sound !== null) put('sound', key, { asset: line.sound, gainDb: 0, duckDb: STORY_DUCK_DB })
    }
  },
  texts: ({ lines }, { shape }) =>
    lines.map((line) => ({
      ...{ line: line.id, text: line.text, box: boxOf(line, shape), scale: 1, shrinkTo: STORY_SHRINK, typeface: '' },
    })),
  said: ({ lines }) => lines.map((line) => line.text),
  face: ({ lines }) => ({ face: 'figure', text: `${lines.length} ${lines.length === 1 ? 'line' : 'lines'}` }),
  drawings: () => [],
  redrawn: (content) => content,
  felt: null,
  filled: ({ lines }) => lines.some((line) => line.text.trim() !== ''),
  summary: () => 'story',
}
