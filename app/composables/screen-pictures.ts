import { autoplayInput, makeAutoplay } from '@core/game/autoplay'
import { makeDrawList } from '@core/game/draw-list'
import { drawGame } from '@core/game/draw-game'
import { beginPlay, goTo, startGame, stepGame, tellStory, type GameState } from '@core/game/game'
import { LINE, screenOf, STORY_PARTS } from '@core/game/screens'
import type { Setup } from '@core/game/setup'
import { paint, type Images } from '@player/draw'
import { fitView } from '@player/view'
import type { Letters } from './typeface'

export interface ScreenPicture {
  /** data: URL, small. */
  thumb: string
  /** The screen without its words: what letters stand on. */
  behind: ImageData
}

/** px a world unit has in these pictures. */
export const PER_UNIT = 20
const LIVELY_STEPS = 420

/** Where a text is met: a screen, or a story's first line. */
export function placeOf(key: string): string {
  const part = key.split(LINE)[0]!
  return (Object.values(STORY_PARTS) as string[]).includes(part) ? part : (screenOf(part, '') ?? 'play')
}

function stateOf(place: string, setup: Setup): GameState {
  const state = startGame(7)
  if (place === STORY_PARTS.before || ['start', 'how', 'options', 'about'].includes(place)) {
    if (place === STORY_PARTS.before) tellStory(state, setup, place, 'play')
    else goTo(state, place as GameState['screen'])
    return state
  }
  beginPlay(state, setup)
  const player = makeAutoplay(setup, 0.8, 3)
  for (let i = 0; i < LIVELY_STEPS && state.screen === 'play'; i++)
    stepGame(state, autoplayInput(player, state, setup), setup)
  if ((Object.values(STORY_PARTS) as string[]).includes(place)) tellStory(state, setup, place, 'won')
  else if (place !== state.screen) goTo(state, place as GameState['screen'])
  state.screenStep = 60
  return state
}

/** A picture of the place, with its words and without. */
export function pictureOf(
  place: string,
  setup: Setup,
  images: Images,
  letters: Letters,
  language: number,
): ScreenPicture {
  const width = setup.stage.width * PER_UNIT
  const height = setup.stage.height * PER_UNIT
  const canvas = new OffscreenCanvas(width, height)
  const ink = canvas.getContext('2d', { willReadFrequently: true })!
  const view = fitView(width, height, setup.stage)
  const list = makeDrawList()
  const state = stateOf(place, setup)
  drawGame(state, setup, list, language)
  const shown = document.createElement('canvas')
  shown.width = width / 2
  shown.height = height / 2
  paint(list, setup, { ink, view, images, ...letters })
  const small = shown.getContext('2d')!
  small.imageSmoothingQuality = 'medium'
  small.drawImage(canvas, 0, 0, shown.width, shown.height)
  for (let i = 0; i < list.count; i++) if (list.items[i]!.kind === 'text') list.items[i]!.text = ''
  paint(list, setup, { ink, view, images, ...letters })
  return { thumb: shown.toDataURL('image/webp', 0.8), behind: ink.getImageData(0, 0, width, height) }
}
