import { describe, expect, it } from 'vitest'
import { contextFor, emptyPack, puffinCatch } from '../../tests/support/fixtures'
import { Finding } from './finding'
import { RULES } from './registry'
import { makeRunner } from './runner'
import { textOf, verdict } from './texts'

const finding = (rule: string, facts: Finding['facts'], severity: Finding['severity'] = 'must') =>
  ({ rule, facts, severity }) as Finding

describe('sentences', () => {
  it('exist for every rule, also with facts that are missing', () => {
    for (const rule of RULES) {
      const text = textOf(finding(rule.id, {}))
      expect(text.what.length, rule.id).toBeGreaterThan(3)
      expect(text.why.length, rule.id).toBeGreaterThan(10)
      expect(text.what).not.toMatch(/undefined|NaN/)
    }
    expect(() => textOf(finding('no-such-rule', {}))).toThrow('has no text')
  })

  it('carry a press for every rule that has a fix, and none for the others', async () => {
    for (const rule of RULES) {
      const offered = textOf(finding(rule.id, { canShrink: 1, reachable: 10 })).fix !== ''
      expect(offered, rule.id).toBe(rule.fix !== undefined)
    }
  })

  it('show what people wrote as it is, in quotes where it could be mistaken for ours', () => {
    expect(textOf(finding('tags-count', { count: 3, twice: '<b>sea</b>' })).what).toBe(
      'The tag “<b>sea</b>” is there twice',
    )
    expect(textOf(finding('title-taken', { title: 'Open Cove' })).what).toBe(
      'Another game is already called “Open Cove”',
    )
    expect(textOf(finding('tags-count', { count: 1, twice: '' })).what).toContain('There is 1 tag;')
  })

  it('count in the verdict only what must be fixed', () => {
    expect(verdict([finding('cover', {}), finding('title', {}, 'should')])).toBe(
      '1 thing to fix before this can be posted',
    )
    expect(verdict([finding('title', {}, 'know')])).toBe('Nothing stands in the way of posting')
  })
})

describe('findings', () => {
  it('are plain data that survives the wire, with the same ids in the same order each time', async () => {
    for (const pack of [emptyPack(), puffinCatch()]) {
      const { findings } = await makeRunner().run(contextFor(pack))
      expect(findings.map((one) => Finding.parse(JSON.parse(JSON.stringify(one))))).toEqual(findings)
      const again = await makeRunner().run(contextFor(pack))
      expect(again.findings.map((one) => one.id)).toEqual(findings.map((one) => one.id))
    }
  })
})
