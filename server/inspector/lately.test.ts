import { describe, expect, it } from 'vitest'
import { lately } from './lately'

/** Answers of as many bytes as their name says; null for what is no number. */
function sized(room: number) {
  const made: string[] = []
  const ask = lately<Uint8Array>(
    room,
    (one) => one.length,
    async (name) => {
      made.push(name)
      return Number.isNaN(Number(name)) ? null : new Uint8Array(Number(name))
    },
  )
  return { ask, made }
}

describe('the last answers', () => {
  it('are kept as far as there is room, the oldest going first, and so is that there is nothing', async () => {
    const { ask, made } = sized(100)
    for (const name of ['40', '41', 'none', '40', '41', 'none']) await ask(name)
    expect(made).toEqual(['40', '41', 'none'])
    await ask('42')
    await ask('41')
    await ask('40')
    expect(made).toEqual(['40', '41', 'none', '42', '40'])
  })

  it('that are larger than the room are given all the same, and so are those that are asked for at once', async () => {
    const { ask, made } = sized(100)
    expect((await ask('500'))?.length).toBe(500)
    expect(await ask('500')).toHaveLength(500)
    expect(made).toEqual(['500', '500'])
    expect((await Promise.all(['60', '61', '62', 'none'].map(ask))).map((one) => one?.length)).toEqual([
      60,
      61,
      62,
      undefined,
    ])
  })
})
