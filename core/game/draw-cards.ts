import { add, type DrawItem, type DrawList } from './draw-list'
import { fill } from './fill'
import type { GameState } from './game'
import { wordsIn } from './languages'
import { PLACES, type Area } from './layouts'
import { isOpen, levelFact, levelName, levelsOf, NAME_WORDS, reachedBy } from './levels'
import { inSlot, isAnything, percentDone } from './progress'
import { isYours, lookFact, looksOf, type Look } from './looks'
import type { ScreenButton } from './screens'
import { partAs, partIn, setupFor, type Setup } from './setup'

/** Where a card is drawn: the whole game's set-up, and the language it is read in. */
export interface CardPlace {
  state: GameState
  whole: Setup
  list: DrawList
  language: number
}

/** How dark what cannot be had yet is. */
const NOT_YET = 0.25

/** A card's picture is drawn into this. */
interface Frame {
  x: number
  y: number
  w: number
  h: number
}

/** What a card shows: its picture, its name, and under it how it stands with it. */
interface Face {
  picture(frame: Frame): void
  name: string
  nameWords: string
  fact: [part: string, values: Record<string, string | number>]
}

/** What lies behind a level (0-based), pale where it cannot be had yet. */
const backdropOf =
  ({ whole, list }: CardPlace, level: number, clear: boolean): Face['picture'] =>
  ({ x, y, w, h }) => {
    const picture = add(list, 'picture', partIn(setupFor(whole, level), partAs(whole.doc, 'backdrop'), ''), x, y)
    picture.w = w
    picture.h = h
    if (!clear) picture.alpha = NOT_YET
  }

function levelFace(at: CardPlace, index: number): Face {
  const { state, whole, language } = at
  return {
    picture: backdropOf(at, index, isOpen(state, whole, index)),
    name: `${index + 1} ${levelName(whole, index, language)}`,
    nameWords: NAME_WORDS,
    fact: levelFact(state, whole, index, language),
  }
}

/** The hero in that look, as high as the frame, standing in its middle. */
function standing({ state, whole, list }: CardPlace, look: Look, { x, y, w, h }: Frame): DrawItem {
  const { looks, of } = whole.doc.dresses!
  const actor = look.id === '' ? whole.sprites[of] : whole.byId[looks]?.[look.id]
  const item = add(list, 'sprite', look.id === '' ? of : looks, x + w / 2, y + h)
  item.entry = look.id
  item.clipStep = state.screenStep
  if (actor === undefined) return item
  const k = Math.min((h - 0.1) / actor.height, w / actor.width)
  const { pivot } = actor.sprite
  item.sx = k
  item.sy = k
  item.x = x + w / 2 + (pivot.x - 0.5) * actor.width * k
  item.y = y + h / 2 + (pivot.y - 0.5) * actor.height * k
  return item
}

function lookFace(at: CardPlace, look: Look): Face {
  const { state, whole, language } = at
  const own = wordsIn(whole, OWN_LOOK, language)
  const affordable = isYours(state, look) || look.price <= state.progress.purse
  return {
    picture(frame) {
      const item = standing(at, look, frame)
      if (!affordable) item.alpha = NOT_YET
    },
    name: look.id === '' ? own : look.name,
    nameWords: OWN_LOOK,
    fact: lookFact(state, look),
  }
}
const OWN_LOOK = 'own-look-words'

/** Where one of several players stands. */
function slotFace(at: CardPlace, slot: number): Face {
  const { state, whole, language } = at
  const saved = inSlot(state.progress, slot)
  const used = isAnything(saved)
  const level = reachedBy(saved, whole)
  const named = { 'level-name': levelName(whole, level, language), done: percentDone(saved, levelsOf(whole)) }
  return {
    picture: backdropOf(at, level, used),
    name: fill(wordsIn(whole, SLOT_NAME, language), { slot: slot + 1 }),
    nameWords: SLOT_NAME,
    fact: used ? ['slot-used-words', named] : ['slot-empty-words', {}],
  }
}
const SLOT_NAME = 'slot-name-words'

function faceOf(at: CardPlace, { act }: ScreenButton): Face | null {
  if ('slot' in act) return slotFace(at, act.slot)
  if ('level' in act) return levelFace(at, act.level)
  const look = 'look' in act ? looksOf(at.whole).find(({ id }) => id === act.look) : undefined
  return look === undefined ? null : lookFace(at, look)
}

const factText = ({ whole, language }: CardPlace, [part, values]: Face['fact']): string =>
  fill(wordsIn(whole, part, language), values)

/** A level, a look or a player to choose: its picture, its name, and how it stands with it. */
export function drawCard(at: CardPlace, button: ScreenButton, [x, y, w, h]: Area, lit: boolean): void {
  const { list, whole } = at
  const face = faceOf(at, button)
  if (face === null) return
  const { inset, name, fact } = PLACES[whole.stage.shape].card
  const plate = add(list, 'plate', button.words, x, y)
  plate.w = w
  plate.h = h
  plate.lit = lit
  face.picture({ x: x + inset, y: y + inset, w: w - 2 * inset, h: h - inset - name - fact - 0.1 })
  const words = (part: string, text: string, top: number, high: number) => {
    const item = add(list, 'text', part, x + inset, top)
    item.w = w - 2 * inset
    item.h = high
    item.lit = lit
    item.text = text
  }
  words(face.nameWords, face.name, y + h - name - fact, name)
  words(face.fact[0], factText(at, face.fact), y + h - fact, fact - 0.05)
}
