import { describe, expect, it } from 'vitest'
import { updraft, windfall } from '../../tests/support/fixtures'
import { fitText, measureWith, type Widths } from './fit'
import { STANDARD_LANGUAGES, standardEnglish, standardWord } from './standard'
import widths from './widths.json'

const names = (text: string) => (text.match(/\{[a-z-]+\}/g) ?? []).sort()

describe('standard words', () => {
  it('ship in at least twelve languages besides English, every one of them whole', () => {
    expect(STANDARD_LANGUAGES.length).toBeGreaterThanOrEqual(12)
    for (const template of [windfall, updraft])
      for (const spec of template.parts) {
        if (
          spec.sheet !== 'Button words' ||
          spec.content.kind !== 'wording' ||
          spec.content.text.startsWith('{language')
        )
          continue
        for (const tag of STANDARD_LANGUAGES)
          expect(standardWord(spec.content.text, tag), `${spec.id} ${tag}`).toBeTruthy()
      }
  })
  it('keep what is filled in during play', () => {
    for (const english of [
      'Sounds {sound-volume} %',
      '{score} points. Your best: {best}',
      '{score} of {goal}',
      '{time} s',
    ])
      for (const tag of STANDARD_LANGUAGES) expect(names(standardWord(english, tag)!), tag).toEqual(names(english))
  })
  it('fit the places they are made for, in the letters that ship', () => {
    const over: string[] = []
    for (const template of [windfall, updraft])
      for (const spec of template.parts)
        for (const tag of STANDARD_LANGUAGES) {
          const word = spec.content.kind === 'wording' ? standardWord(spec.content.text, tag) : undefined
          if (word === undefined || spec.box === undefined || spec.content.kind !== 'wording') continue
          const fit = fitText(word, spec.box, { scale: spec.content.scale }, measureWith(spec.box, widths as Widths))
          if (Math.max(fit.overWidth, fit.overLines) > 1) over.push(`${template.id} ${spec.id} ${tag}: ${word}`)
        }
    expect(over).toEqual([])
  })
  it('are found by region too, and back from any language', () => {
    expect(standardWord('Play', 'pt-BR')).toBe('Jogar')
    expect(standardWord('Play', 'en-GB')).toBe('Play')
    expect(standardEnglish('Zurück')).toBe('Back')
    expect(standardWord('My own words', 'de')).toBeUndefined()
    expect(standardEnglish('My own words')).toBeUndefined()
  })
})
