import { describe, expect, it } from 'vitest'
import { breakwaterGull, puffinCatch, updraft, windfall } from '../../tests/support/fixtures'
import { makeDrawList } from '../game/draw-list'
import { drawLives } from '../game/lives'
import { drawPops, makePops, pop } from '../game/pops'
import { makeSetup } from '../game/setup'
import { edit } from '../pack/commands'
import { contentOf, newPack, Pack } from '../pack/pack'
import { buildGameDoc } from '../template/game-doc'
import type { Template } from '../template/template'
import { assetsOf, kindOf, KINDS, kindsByName, PartContent } from '.'
import type { OfKind } from '.'

const setupWith = (template: Template, part: string, content: PartContent) =>
  makeSetup(buildGameDoc(template, edit(newPack(template, 'a-pack-for-tests'), { type: 'set-part', part, content })[0]))

describe('kinds of parts', () => {
  it('are known once each, and two of one name are refused by it', () => {
    expect(kindsByName(KINDS).size).toBe(KINDS.length)
    expect(() => kindsByName([...KINDS, { kind: 'picture' }])).toThrow('“picture”')
  })

  it.each([
    ['windfall', windfall, puffinCatch()],
    ['updraft', updraft, breakwaterGull()],
  ] as const)(
    'answer for every part of %s: files, face, words, and a place in the document',
    (_name, template, pack) => {
      for (const spec of template.parts) {
        const content = contentOf(pack, template, spec.id)!
        const kind = kindOf(content)
        expect(kind.schema.parse(content), spec.id).toEqual(content)
        expect(PartContent.parse(content), spec.id).toEqual(content)
        const files = assetsOf(content)
        expect(new Set(files).size).toBe(files.length)
        const face = kind.face(content)
        if (face.face === 'picture' || face.face === 'wave') expect(files).toContain(face.asset)
        expect(kind.summary(content)).not.toBe('')
        // It comes into the game's document; letters and colours as the game has them anyway leave no trace.
        const doc = buildGameDoc(template, pack)
        const left: string[] = []
        kind.toDoc(content, {
          ...{ doc, part: spec.id, box: spec.box, fields: spec.fields ?? [], as: spec.as },
          fileOf: (hash) => hash,
          put: (kind, part) => void left.push(`${kind} ${part}`),
        })
        if (spec.content.kind !== 'typeface') expect(left[0], spec.id).toBe(`${content.kind} ${spec.id}`)
        for (const { text } of kind.texts(content, { box: spec.box, shape: 'wide' }))
          expect(kind.said(content)).toContain(text)
      }
    },
  )

  it('read nothing that is of no kind', () => {
    for (const bad of [{ kind: 'hologram' }, {}, { kind: 'switch', on: 'yes' }, { kind: 'colour', value: 'red' }])
      expect(PartContent.safeParse(bad).success, JSON.stringify(bad)).toBe(false)
    expect(Pack.safeParse({ ...puffinCatch(), parts: { hero: { kind: 'hologram' } } }).success).toBe(false)
  })
})

describe('the small kinds are really used', () => {
  const lives = (template: Template, value: string) => {
    const list = makeDrawList()
    drawLives(list, setupWith(template, 'lives-shown', { kind: 'choice', value }), 3, 2)
    return list.items.slice(0, list.count)
  }

  it.each([
    ['windfall', windfall],
    ['updraft', updraft],
  ] as const)(
    'in %s: lives as marks or a number, points that fly or do not, plates in another colour',
    (_name, template) => {
      expect(lives(template, 'marks').map((item) => [item.kind, item.alpha])).toEqual([
        ['sprite', 1],
        ['sprite', 1],
        ['sprite', 0.25],
      ])
      expect(lives(template, 'number').map((item) => [item.kind, item.text])).toEqual([
        ['sprite', ''],
        ['text', '2'],
      ])
      for (const on of [true, false]) {
        const list = makeDrawList()
        const pops = makePops(3)
        pop(pops, 4, 4, 10)
        drawPops(pops, list, setupWith(template, 'points-fly', { kind: 'switch', on }))
        expect(list.count).toBe(on ? 1 : 0)
      }
      const value = '#123456'
      expect(setupWith(template, 'plate-colour', { kind: 'colour', value }).doc.colours).toEqual({
        ...template.colours,
        plate: value,
      })
    },
  )

  it('leave a game from before them as it was', () => {
    for (const [template, pack] of [
      [windfall, puffinCatch()],
      [updraft, breakwaterGull()],
    ] as const) {
      const old = buildGameDoc(template, pack)
      const { choice: _choice, switch: _switch, colour: _colour, ...parts } = old.parts
      old.parts = parts
      expect(old.colours).toEqual(template.colours)
      const list = makeDrawList()
      drawLives(list, makeSetup(old), 3, 3)
      expect(list.count).toBe(3)
    }
  })

  it('are types of their own', () => {
    const colour: OfKind<'colour'> = { kind: 'colour', value: '#ffffff' }
    expect(kindOf(colour).said(colour)).toEqual([])
  })
})
