import { describe, expect, it } from 'vitest'
import { RULE_CASES } from '../../tests/support/rule-cases'
import { contextFor, puffinCatch, tone, withSound } from '../../tests/support/fixtures'
import { edit } from '../pack/commands'
import { isSafe } from './finding'
import { fixAllSafe } from './fix-all'
import { RULES } from './registry'
import { makeRunner } from './runner'
import { reportOf, reportPage } from './report'

// One for all: each of these packs is the last one with little changed.
const runner = makeRunner()
const run = async (pack: ReturnType<typeof puffinCatch>, files: ReadonlyMap<string, Uint8Array> = new Map()) =>
  (await runner.run(contextFor(pack, files))).findings

const SAFE = RULES.flatMap((rule) => (rule.safe === true ? [rule.id] : []))

describe('fix all safe ones', () => {
  it('does every safe one as one step, and leaves what a maker must decide', async () => {
    const late = tone(0.6, { head: 0.25 })
    const haloed = await RULE_CASES['fringe-left']!.fires()
    const sounding = withSound(haloed.pack, 'catch-sound', late)
    const pack = {
      ...sounding,
      label: { ...sounding.label, title: '' },
      parts: { ...sounding.parts, goal: { kind: 'dial' as const, value: 99_999 } },
    }
    const files = new Map([...haloed.files!, late].map((made) => [made.hash, made.bytes]))
    const before = await run(pack, files)
    const fixed = (await fixAllSafe(pack, (next, made) => contextFor(next, new Map([...files, ...made]))))!
    expect(fixed.done.length).toBeGreaterThanOrEqual(3)
    const [next] = edit(pack, fixed.command)
    const after = await run(next, new Map([...files, ...Object.entries(fixed.bytes)]))
    expect(before.filter((one) => isSafe(one, SAFE)).map((one) => one.rule)).toEqual(
      expect.arrayContaining(['fringe-left', 'sound-late', 'dial-outside']),
    )
    expect(after.filter((one) => isSafe(one, SAFE))).toEqual([])
    expect(after.map((one) => one.rule)).toContain('title')
  })

  it('says when there is nothing safe to do', async () => {
    expect(await fixAllSafe(puffinCatch(), (pack) => contextFor(pack))).toBeNull()
  })

  it('leaves out what was kept on purpose', async () => {
    const { pack, files } = await RULE_CASES['pixels-smoothed']!.fires()
    const bytes = new Map(files!.map((made) => [made.hash, made.bytes]))
    const finding = (await run(pack, bytes)).find((one) => one.rule === 'pixels-smoothed')!
    const [kept] = edit(pack, { type: 'keep-finding', finding: finding.id, reason: 'It is meant to be soft' })
    const now = (await run(kept, bytes)).find((one) => one.rule === 'pixels-smoothed')!
    expect(now.kept).toBe('It is meant to be soft')
    expect(isSafe(now, SAFE)).toBe(false)
    const [again] = edit(kept, { type: 'keep-finding', finding: finding.id, reason: null })
    expect((await run(again, bytes)).find((one) => one.rule === 'pixels-smoothed')!.kept).toBeUndefined()
  })

  it('what must be fixed cannot be kept', async () => {
    const pack = puffinCatch()
    const bare = { ...pack, label: { ...pack.label, title: '' }, kept: { 'title://title/': 'I like it so' } }
    expect((await run(bare)).find((one) => one.rule === 'title')!.kept).toBeUndefined()
  })
})

describe('the report', () => {
  it('says it all, to read and for programs, and no title can break it', async () => {
    const pack = { ...puffinCatch(), label: { ...puffinCatch().label, title: '<script>x</script>', description: '' } }
    const findings = await run(pack)
    const report = reportOf(pack, pack.label.title, findings, { download: 250_000, memory: 7e6 }, RULES.length, 'today')
    expect(report.findings).toHaveLength(findings.length)
    expect(report.verdict).toMatch(/to fix/)
    const page = reportPage(report)
    expect(page).toContain('There is no description')
    expect(page).toContain('&lt;script&gt;')
    expect(page).not.toContain('<script>')
    expect(JSON.parse(JSON.stringify(report))).toEqual(report)
  })
})
