import { expect, it } from 'vitest'
import { freshProgress, MOST_PROGRESS } from '../game/progress'
import { GameMessage } from './protocol'

const save = (progress: unknown) => GameMessage.safeParse({ type: 'pack-post:save', best: 3, progress })

it('what a game asks to keep is a progress and nothing else, and never too much', () => {
  const good = { ...freshProgress(), levels: { '1': { won: true, best: 3 } } }
  expect(save(good).data).toMatchObject({ progress: good })
  // What it does not know it does not keep.
  expect(save({ ...good, script: 'x' }).data).toEqual({ type: 'pack-post:save', best: 3, progress: good })
  for (const bad of [
    null,
    'x',
    [],
    {},
    { ...good, version: 9 },
    { ...good, purse: Infinity },
    { ...good, worn: '<b>' },
  ])
    expect(save(bad).success, JSON.stringify(bad)).toBe(false)
  expect(save({ ...good, padding: 'x'.repeat(MOST_PROGRESS) }).success).toBe(false)
  // Games from before there was any say nothing of it.
  expect(GameMessage.safeParse({ type: 'pack-post:save', best: 3 }).success).toBe(true)
})
