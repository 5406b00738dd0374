import { beforeEach, describe, expect, it, vi } from 'vitest'
import { standInForBrowser } from '../../tests/support/app'
import { contextFor, puffinCatch } from '../../tests/support/fixtures'
import { ruleById } from '@core/check/registry'
import { makeRunner } from '@core/check/runner'
import type { Finding } from '@core/check/finding'
import { TYPEFACE_BYTES } from '@core/template/game-doc'
import { emptyHistory } from '@core/pack/history'
import type { Pack } from '@core/pack/pack'
import type { Template } from '@core/template/template'
import { until } from '../../tests/support/until'

vi.mock('#player-code', () => ({ PLAYER_BYTES: { windfall: 23_000, updraft: 23_000 } }))

/** The worker's part, in this thread: the real rules over the real files. */
const runner = makeRunner()
let checks = 0
const workshop = {
  check: async (_template: Template, pack: Pack) => {
    checks++
    return runner.run(contextFor(pack))
  },
  fix: async (_template: Template, pack: Pack, finding: Finding) =>
    (await ruleById(finding.rule)?.fix?.(contextFor(pack), finding)) ?? null,
}

async function stores() {
  vi.resetModules()
  checks = 0
  const pinia = standInForBrowser(workshop)
  const [{ useBench }, { useCheck }, { useNotices }, { savePack }] = await Promise.all([
    import('./bench'),
    import('./check'),
    import('./notices'),
    import('../storage/packs'),
  ])
  const bench = useBench(pinia)
  await savePack({ ...puffinCatch(), id: `checked-${Math.floor(performance.now() * 1000)}` }, emptyHistory(), 0)
  const [row] = (await (await import('../storage/packs')).listPacks()).packs
  await bench.open(row!.id)
  return { bench, check: useCheck(pinia), notices: useNotices(pinia) }
}
let at: Awaited<ReturnType<typeof stores>>
beforeEach(async () => {
  at = await stores()
  await until(() => expect(at.check.state).toBe('done'))
})
const settled = async (rule: string, there: boolean) =>
  until(() => expect(at.check.findings.some((one) => one.rule === rule)).toBe(there))

describe('findings', () => {
  it('come by themselves, the worst first', () => {
    expect(at.check.findings.length).toBeGreaterThan(1)
    expect(at.check.findings[0]!.severity).toBe('must')
    expect(at.check.must.map((one) => one.rule)).toEqual(['cover'])
    expect(at.check.labelOpen).toBe(1)
    expect(at.check.looked.rules).toBeGreaterThanOrEqual(12)
  })

  it('follow a change, and a burst of changes is looked at once', async () => {
    const before = checks
    for (const value of [300, 500, 700, 1000])
      await at.bench.act(
        'Set goal',
        { type: 'set-part', part: 'goal', content: { kind: 'dial', value } },
        { mark: 'goal' },
      )
    await settled('goal-unreachable', true)
    expect(checks).toBe(before + 1)
    expect(at.check.worst('goal')).toBe('must')
    at.bench.undo()
    await settled('goal-unreachable', false)
    expect(at.check.worst('goal')).toBeNull()
  })

  it('are fixed by one undoable step that says what it did', async () => {
    await at.bench.act('Set goal', { type: 'set-part', part: 'goal', content: { kind: 'dial', value: 1000 } })
    await settled('goal-unreachable', true)
    const finding = at.check.findings.find((one) => one.rule === 'goal-unreachable')!
    expect(await at.check.fix(finding)).toBe(true)
    expect(at.bench.canUndo).toMatch(/^Set the goal to \d+$/)
    expect(at.notices.current!.text).toContain('Ctrl+Z takes it back')
    await settled('goal-unreachable', false)
  })

  it('without a fix of their own say so', async () => {
    expect(await at.check.fix(at.check.must[0]!)).toBe(false)
    expect(at.notices.current!.text).toContain('Take me there')
  })

  it('are told by part and entry', () => {
    expect(at.check.ofPart('win-sound').map((one) => one.rule)).toEqual(['still-template'])
    expect(at.check.ofPart('good', 'nobody')).toEqual([])
  })

  it('come with the weight of every part', () => {
    expect(at.check.weighIn!.rows.at(-1)).toMatchObject({ name: 'Game itself', download: 23_000 + TYPEFACE_BYTES })
  })
})
