import { STAGES } from '../core/game/stage'
import { describe, expect, it } from 'vitest'
import { puffinCatch, windfall } from '../tests/support/fixtures'
import { makeDrawList } from '../core/game/draw-list'
import { drawGame } from '../core/game/draw-game'
import { startGame } from '../core/game/game'
import { languageFor } from '../core/game/languages'
import { makeSetup } from '../core/game/setup'
import type { WordingContent } from '../core/kinds/wording'
import type { Pack } from '../core/pack/pack'
import { buildGameDoc } from '../core/template/game-doc'
import { paint, type Ink } from './draw'

interface Set {
  text: string
  x: number
  y: number
  align: string
  font: string
  fill: string
  stroke: number
}

/** Every letter is half as wide as it is high. */
function recorder() {
  const set: Set[] = []
  const now: Record<string, unknown> = { font: '10px x', textAlign: 'left', fillStyle: '', direction: 'ltr' }
  const px = () => Number(/([\d.]+)px/.exec(String(now['font']))![1])
  let stroke = 0
  const ink = new Proxy(now, {
    get: (_target, name: string) => {
      if (name === 'measureText') return (text: string) => ({ width: text.length * px() * 0.5 })
      if (name === 'strokeText')
        return () => {
          stroke = Number(now['lineWidth'])
        }
      if (name === 'fillText')
        return (text: string, x: number, y: number) => {
          set.push({
            text,
            x,
            y,
            align: String(now['textAlign']),
            font: String(now['font']),
            fill: String(now['fillStyle']),
            stroke,
          })
          stroke = 0
        }
      return name in now ? now[name] : () => undefined
    },
    set: (_target, name: string, value: unknown) => {
      now[name] = value
      return true
    },
  })
  return { ink: ink as unknown as Ink, set, now }
}

const VIEW = { left: 0, top: 0, scale: 100, stage: STAGES.wide }
const words = (change: Partial<WordingContent>): WordingContent => ({
  kind: 'wording',
  text: 'Quay',
  scale: 1,
  ...change,
})

function painted(parts: Record<string, WordingContent>, more: Partial<Pack> = {}, language = 0) {
  const setup = makeSetup(
    buildGameDoc(windfall, { ...puffinCatch(), ...more, parts: { ...puffinCatch().parts, ...parts } }),
  )
  const state = startGame(1)
  state.language = language
  const list = makeDrawList()
  drawGame(state, setup, list)
  const { ink, set, now } = recorder()
  paint(list, setup, {
    ink,
    view: VIEW,
    images: new Map(),
    typeface: 'Plain',
    faces: new Map([['f'.repeat(64), 'Fancy']]),
  })
  return { set, now, of: (text: string) => set.filter((one) => one.text.includes(text)) }
}
const size = (one: Set | undefined): number => Number(/([\d.]+)px/.exec(one?.font ?? '')?.[1])

describe('a text on the stage', () => {
  it('has the size, colour, line, side and lettering its maker gave it', () => {
    const style = { colour: '#112233', outline: 0.1, align: 'right' as const, typeface: 'f'.repeat(64) }
    const { of } = painted({ 'title-words': words({ scale: 0.5, style }) })
    const box = windfall.parts.find((spec) => spec.id === 'title-words')!.box!
    const [line] = of('Quay')
    expect(line).toMatchObject({ fill: '#112233', align: 'right', x: (box.x + box.w) * 100 })
    expect(size(line)).toBeCloseTo(box.size * 50, 5)
    expect(line!.stroke).toBeCloseTo(size(line) * 0.2, 5)
    expect(line!.font).toContain('Fancy')
  })
  it('stays as the place has it without a style', () => {
    const [line] = painted({ 'title-words': words({}) }).of('Quay')
    expect(line!.font).toContain('Plain')
    expect(line).toMatchObject({ align: 'left', fill: '#fffdf6' })
    expect(line!.stroke).toBeGreaterThan(0)
  })
  it('gets smaller by itself where it would not fit, and not below its floor', () => {
    const long = 'Begin the great harbour supper'
    const full = painted({ 'play-words': words({ text: long }) }).set.find(
      (one) => long.includes(one.text) && one.text !== '',
    )
    const fits = painted({ 'play-words': words({ text: long, shrinkTo: 0.3 }) }).set.find(
      (one) => long.includes(one.text) && one.text !== '',
    )
    expect(size(fits)).toBeLessThan(size(full))
    const held = painted({ 'play-words': words({ text: long.repeat(9), shrinkTo: 0.6 }) }).of('Begin')[0]
    expect(size(held)).toBeCloseTo(size(full) * 0.6, 4)
  })
  it('of a language from the right begins at the right, unless its maker has said where', () => {
    const languages = [{ tag: 'he', name: 'עברית', words: { 'title-words': 'רציף', 'tagline-words': 'שלום' } }]
    const told = painted({ 'tagline-words': words({ style: { align: 'left' } }) }, { languages }, 1)
    expect(told.of('רציף')[0]!.align).toBe('right')
    expect(told.of('שלום')[0]!.align).toBe('left')
    expect(told.now['direction']).toBe('rtl')
    expect(painted({}, { languages }, 0).now['direction']).toBe('ltr')
  })
})

describe('the language a player gets', () => {
  const doc = buildGameDoc(windfall, {
    ...puffinCatch(),
    languages: [
      { tag: 'pt-BR', name: 'Português', words: {} },
      { tag: 'cy', name: 'Cymraeg', words: {} },
    ],
  })
  it('is the first that the browser asks for and the game has', () => {
    expect(languageFor(doc, ['cy-GB', 'en'])).toBe(2)
    expect(languageFor(doc, ['fi', 'pt-PT'])).toBe(1)
    expect(languageFor(doc, ['pt-br'])).toBe(1)
    expect(languageFor(doc, ['en-GB', 'cy'])).toBe(0)
  })
  it('is the first one of the game when it has none of them', () => {
    expect(languageFor(doc, ['fi', 'ja'])).toBe(0)
    expect(languageFor(doc, [])).toBe(0)
  })
})
