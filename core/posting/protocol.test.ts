import { describe, expect, it } from 'vitest'
import { GameMessage, KeyAnswer, PostingView, PostRequest, Problem, VisibilityRequest } from './protocol'
import { PostingRecord } from '../pack/posting-record'

const ok = (schema: { safeParse(value: unknown): { success: boolean } }, value: unknown) =>
  schema.safeParse(value).success

describe('what a game may say to the page around it', () => {
  it('is to load and to save one whole number, and nothing else', () => {
    expect(ok(GameMessage, { type: 'pack-post:load' })).toBe(true)
    expect(ok(GameMessage, { type: 'pack-post:save', best: 0 })).toBe(true)
    for (const best of [-1, 1.5, 1e12, '70', null, NaN, Infinity, [1]])
      expect(ok(GameMessage, { type: 'pack-post:save', best }), String(best)).toBe(false)
    for (const other of [null, 'pack-post:load', {}, { type: 'pack-post:kept', best: 1 }, []])
      expect(ok(GameMessage, other)).toBe(false)
  })
})

describe('a posting request', () => {
  const request = { upload: 'a'.repeat(32), visibility: 'only-me', note: '' }

  it('names an upload and who can see it', () => {
    expect(ok(PostRequest, request)).toBe(true)
    expect(ok(PostRequest, { ...request, game: 'game-0123456789abcdef' })).toBe(true)
  })

  it('with ids that could lead elsewhere, or a note without end, is refused', () => {
    for (const upload of ['', '../secret', 'a/b', 'a'.repeat(65), 'a b'])
      expect(ok(PostRequest, { ...request, upload }), upload).toBe(false)
    for (const game of ['../x', 'GAME', 'a', 'x'.repeat(80)])
      expect(ok(PostRequest, { ...request, game }), game).toBe(false)
    expect(ok(PostRequest, { ...request, visibility: 'everybody' })).toBe(false)
    expect(ok(PostRequest, { ...request, note: 'x'.repeat(601) })).toBe(false)
    expect(ok(VisibilityRequest, {})).toBe(false)
  })
})

describe('answers', () => {
  it('are believed only when they are whole', () => {
    expect(ok(KeyAnswer, { key: 'k'.repeat(43) })).toBe(true)
    expect(ok(KeyAnswer, { key: 'short' })).toBe(false)
    expect(ok(Problem, { type: 'urn:pack-post:x', title: 'No', status: 403, detail: 'Because.' })).toBe(true)
    expect(ok(Problem, { title: 'No' })).toBe(false)
    expect(ok(PostingView, { id: 'posting-1' })).toBe(false)
  })

  it('what a pack keeps of a posting survives JSON', () => {
    const record: PostingRecord = {
      id: 'posting-1',
      game: 'game-1',
      release: 1,
      postcode: 'KELP-47QX',
      host: 'http://localhost:3000',
      at: '2026-11-23T10:00:00.000Z',
      state: 'live',
      visibility: 'unlisted',
      note: '',
      fingerprint: { hero: 'abc' },
    }
    expect(PostingRecord.parse(JSON.parse(JSON.stringify(record)))).toEqual(record)
    expect(ok(PostingRecord, { ...record, release: 0 })).toBe(false)
    expect(ok(PostingRecord, { ...record, state: 'posted' })).toBe(false)
  })
})
