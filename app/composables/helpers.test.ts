import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it, vi } from 'vitest'
import * as z from 'zod'
import { root } from '../../tests/support/fixtures'
import { Label } from '@core/label/label'
import { areFrames } from './dropped'
import { filesOf } from './dropped-files'
import { fileWord } from './download'
import { findingPlace } from './finding-place'
import { shareInSight } from './in-sight'
import { readAnswer } from './read-answer'

vi.mock('~/stores/drawer', () => ({ useDrawer: () => ({ byId: () => undefined }) }))

describe('a title as a file name', () => {
  it.each([
    ['Puffin Catch!', 'puffin-catch'],
    ['Dal y Pâl', 'dal-y-pal'],
    ['  ../../etc/passwd ', 'etc-passwd'],
    ['CON: a|b?c*d', 'con-a-b-c-d'],
    ['Чайка над молом', 'чаика-над-молом'],
    ['鯡と堤防', '鯡と堤防'],
    ['🐟🐟🐟', 'game'],
    ['', 'game'],
    ['x'.repeat(200), 'x'.repeat(60)],
  ])('%s becomes %s', (title, word) => expect(fileWord(title)).toBe(word))
})

describe('where a finding is put right', () => {
  it('is the part on the bench, with its entry', () => {
    expect(findingPlace('one', { subject: { part: 'bad', entry: 'old-boot' } })).toEqual({
      to: '/packs/one/bench',
      part: 'bad',
      entry: 'old-boot',
    })
  })

  it('is a row that the label really has, for every field there is', () => {
    const page = readFileSync(join(root, 'app/pages/packs/[id]/label.vue'), 'utf8')
    const rows = new Set(
      [...page.matchAll(/<LabelRow\s(?:[^<]*?\s)?id="([A-Za-z]+)"/g)].map((found) => `#label-${found[1]}`),
    )
    expect(rows.size).toBeGreaterThan(8)
    for (const field of Object.keys(Label.shape)) {
      const { to } = findingPlace('one', { subject: { field } })
      expect(rows, field).toContain((to as { hash: string }).hash)
    }
    expect(findingPlace('one', { subject: {} }).to).toMatchObject({ hash: '#label-title' })
  })
})

describe('answers of the arcade', () => {
  const Shape = z.object({ ok: z.boolean() })
  it.each([
    [{ ok: true }, { ok: true }],
    ['{"ok":false}', { ok: false }],
    ['<!doctype html>', null],
    [{ ok: 'yes' }, null],
    [null, null],
    [undefined, null],
  ])('%o is read as %o', (data, read) => expect(readAnswer(Shape, data)).toEqual(read))
})

describe('a drop', () => {
  const file = (name: string) => new File([name], name)
  const fileEntry = (name: string) => ({
    isFile: true,
    isDirectory: false,
    name,
    file: (take: (file: File) => void) => take(file(name)),
  })
  /** Handed out in portions of two, as browsers do. */
  const folder = (name: string, inside: object[]): object => ({
    isFile: false,
    isDirectory: true,
    name,
    createReader: () => {
      let at = 0
      return { readEntries: (take: (some: object[]) => void) => take(inside.slice(at, (at += 2))) }
    },
  })
  const dropOf = (entries: object[]) =>
    ({
      items: entries.map((entry) => ({ webkitGetAsEntry: () => entry })),
      files: entries.map((entry) => file((entry as { name: string }).name)),
    }) as unknown as DataTransfer

  it('of files is just these', async () => {
    const found = await filesOf(dropOf([fileEntry('puffin.png'), fileEntry('plip.wav')]))
    expect(found.map((one) => one.name)).toEqual(['puffin.png', 'plip.wav'])
    expect(new TextDecoder().decode(await found[0]!.bytes())).toBe('puffin.png')
  })

  it('of folders brings everything inside with its path, and nothing that is hidden', async () => {
    const walk = folder('walk', [fileEntry('1.png'), fileEntry('2.png'), fileEntry('.DS_Store'), fileEntry('3.png')])
    const found = await filesOf(dropOf([folder('hero', [walk, folder('empty', []), fileEntry('notes.txt')])]))
    expect(found.map((one) => one.name)).toEqual([
      'hero/walk/1.png',
      'hero/walk/2.png',
      'hero/walk/3.png',
      'hero/notes.txt',
    ])
    expect(areFrames(found.slice(0, 3))).toBe(true)
  })

  it('of nothing is nothing', async () => {
    expect(await filesOf(null)).toEqual([])
  })

  it('is frames when it is one file, a sheet with its list, or numbered', async () => {
    const names = async (...all: string[]) => areFrames(await filesOf(dropOf(all.map(fileEntry))))
    expect(await names('hero.png')).toBe(true)
    expect(await names('hero.png', 'hero.json')).toBe(true)
    expect(await names('hero_01.png', 'hero_02.png')).toBe(true)
    expect(await names('hero.png', 'boot.png')).toBe(false)
  })
})

describe('what is in sight', () => {
  it('is what an observer told last, of all it tells at once', () => {
    const told = (...shares: number[]) => shareInSight(shares.map((intersectionRatio) => ({ intersectionRatio })))
    expect(told(1, 0.2, 0)).toBe(0)
    expect(told(0, 0.8)).toBe(0.8)
    expect(told()).toBe(0)
  })
})
