import { describe, expect, it } from 'vitest'
import { puffinCatch, TEMPLATES, windfall } from '../../tests/support/fixtures'
import { newPack } from '../pack/pack'
import { ageResult, askedOf, bandRank, bandWith, hiddenAt, QUESTIONS, TOPICS } from './age-guide'
import { BANDS } from './names'
import { denied, descriptorsOf, suggestedAnswers } from '../facts/descriptors'

const allNo = Object.fromEntries(TOPICS.map((topic) => [topic, 'none']))

describe('the age guide', () => {
  it('asks of every topic, and every answer has an example and a band', () => {
    for (const topic of TOPICS) expect(QUESTIONS.some((question) => question.id === topic)).toBe(true)
    for (const question of QUESTIONS) {
      expect(question.answers.length).toBeGreaterThan(1)
      expect(new Set(question.answers.map((one) => one.id)).size).toBe(question.answers.length)
      for (const answer of question.answers) expect(answer.example.length).toBeGreaterThan(10)
      if (question.when !== undefined) {
        const before = QUESTIONS.find((one) => one.id === question.when!.question)!
        for (const id of question.when.answers) expect(before.answers.some((one) => one.id === id)).toBe(true)
      }
    }
  })

  it('goes by the strongest answer, and names what lifts it', () => {
    expect(ageResult({}).band).toBeNull()
    expect(ageResult(allNo)).toMatchObject({ band: 'everyone', open: [], reasons: [] })
    const { band, reasons } = ageResult({ ...allNo, substances: 'seen', words: 'rude' })
    expect(band).toBe('11')
    expect(reasons.map((one) => one.question.id)).toEqual(['words', 'substances'])
    expect(bandWith({ ...allNo, words: 'rude' }, 'words', 'none')).toBe('everyone')
    expect(bandWith(allNo, 'wagers', 'plays')).toBe('15')
  })

  it('asks follow-ups only where they are needed, and forgets answers to those that are not', () => {
    const ids = (answers: Record<string, string>) => askedOf(answers).map((one) => one.id)
    expect(ids({})).toEqual([...TOPICS])
    expect(ids({ fighting: 'blows' })).toContain('fighting-whom')
    expect(ids({ fighting: 'blows' })).not.toContain('fighting-reward')
    expect(ids({ fighting: 'wounds' })).toContain('fighting-reward')
    const stale = { ...allNo, 'fighting-whom': 'people', 'no-such-question': 'x' }
    expect(ageResult(stale).band).toBe('everyone')
    expect(ageResult({ ...allNo, fighting: 'no-such-answer' }).open.map((one) => one.id)).toEqual(['fighting'])
  })

  it('tells where a band is not shown', () => {
    expect(hiddenAt('everyone')).toEqual([])
    expect(hiddenAt('11')).toEqual(['the list for schools'])
    expect(hiddenAt('15')).toEqual(['the list for schools', 'the front list'])
    expect(BANDS.map(bandRank)).toEqual([0, 1, 2, 3])
  })
})

describe('what the parts say', () => {
  const named = (name: string) => {
    const pack = puffinCatch()
    const good = pack.parts['good']!
    if (good.kind !== 'cast') throw new Error('cast')
    const entries = good.entries.map((entry, i) => (i === 0 ? { ...entry, name } : entry))
    return { ...pack, parts: { ...pack.parts, good: { ...good, entries } } }
  }
  const topics = (name: string) =>
    descriptorsOf(windfall, named(name))
      .filter((one) => one.part === 'good')
      .map((one) => `${one.topic}:${one.answer}`)

  it('finds weapons, scares and wagers by whole words', () => {
    expect(topics('Old cannon')).toEqual(['fighting:blows'])
    expect(topics('Ghost of the quay')).toEqual(['fright:spooky'])
    expect(topics('Lucky dice')).toEqual(['wagers:looks'])
    for (const fine of ['Weaver', 'Grapeshotte', 'Winery cat', 'Skullcap herb', 'Bowline'])
      expect(topics(fine), fine).toEqual([])
  })

  it('asks no maker about words that only a template of ours has', () => {
    const found = Object.values(TEMPLATES).flatMap((template) =>
      descriptorsOf(template, newPack(template, 'a-pack-for-tests')).filter(({ answer }) => answer !== 'bumps'),
    )
    // What a game of dice is about.
    expect(found.map(({ because }) => because)).toEqual(['“dice” in How to play'])
  })

  it('knows that bad things do harm, and that the switch for scores lets players meet', () => {
    const found = descriptorsOf(windfall, puffinCatch())
    expect(found.map((one) => [one.topic, one.answer, one.part])).toEqual([['fighting', 'bumps', 'bad']])
    const pack = puffinCatch()
    const scored = { ...pack, label: { ...pack.label, privacy: { ...pack.label.privacy, scores: true } } }
    expect(descriptorsOf(windfall, scored).map((one) => one.topic)).toContain('strangers')
  })

  it('suggests the least answers that agree, which then deny nothing', () => {
    const descriptors = descriptorsOf(windfall, named('Cannon and ghost'))
    const suggested = suggestedAnswers(descriptors, TOPICS)
    expect(suggested).toMatchObject({ fighting: 'blows', fright: 'spooky', wagers: 'none' })
    expect(denied(suggested, descriptors)).toEqual([])
    expect(denied({ ...suggested, fighting: 'bumps' }, descriptors).map((one) => one.answer)).toEqual(['blows'])
    expect(denied({ ...suggested, fighting: 'wounds' }, descriptors)).toEqual([])
    expect(denied({}, descriptors)).toEqual([])
  })
})
