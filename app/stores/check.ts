import { latest } from '../composables/latest'
import { stageFirst } from '../composables/stage-first'
import { isSafe, type Finding, type Severity } from '@core/check/finding'
import { reportOf, reportPage } from '@core/check/report'
import { textOf } from '@core/check/texts'
import { titleOf } from '@core/template/game-doc'
import { weigh } from '@core/parcel/weigh'
import type { Template } from '@core/template/template'
import { PLAYER_BYTES } from '#player-code'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, toRaw, watch } from 'vue'
import { bytesKept, keepBytes } from '../storage/assets'
import { checker } from '../workers/workshop'
import { useBench } from './bench'
import { useNotices } from './notices'

const WAIT_MS = 250
const RANK: Record<Severity, number> = { must: 0, should: 1, know: 2 }

const playerBytes = (template: Template): number => PLAYER_BYTES[template.id] ?? 0

/** Findings follow the pack by themselves, worked out in the worker; a change re-runs only what it touches. */
export const useCheck = defineStore('check', () => {
  const bench = useBench()
  const notices = useNotices()
  const findings = shallowRef<Finding[]>([])
  const safeRules = shallowRef<readonly string[]>([])
  /** What the last "fix all safe ones" did. */
  const fixedAll = shallowRef<string[]>([])
  const looked = ref({ rules: 0, silent: 0, asked: 0, worked: 0, tookMs: 0 })
  const state = ref<'idle' | 'running' | 'done'>('idle')
  let timer: ReturnType<typeof setTimeout> | null = null
  const turns = latest()

  async function run(): Promise<void> {
    const { pack, template } = bench
    if (pack === null || template === null) return
    const counts = turns.begin()
    state.value = 'running'
    const began = performance.now()
    // The worker reads from the store: what was just brought in has to be there.
    await bytesKept().catch(() => undefined)
    await stageFirst()
    const result = await checker().check(toRaw(template), toRaw(pack), playerBytes(template))
    // A later run has been asked for in the meantime: its answer counts.
    if (!counts()) return
    findings.value = [...result.findings].sort((a, b) => RANK[a.severity] - RANK[b.severity])
    safeRules.value = result.safe
    looked.value = {
      rules: result.rules,
      silent: result.silent,
      asked: result.asked,
      worked: result.worked,
      tookMs: performance.now() - began,
    }
    state.value = 'done'
  }

  watch(
    () => [bench.pack, bench.template] as const,
    ([pack], old) => {
      if (pack?.id !== old?.[0]?.id) {
        findings.value = []
        fixedAll.value = []
        state.value = 'idle'
      }
      if (timer !== null) clearTimeout(timer)
      timer = setTimeout(() => void run(), WAIT_MS)
    },
    { immediate: true },
  )

  /** Asks the rule for its fix and does it as one undoable step. */
  async function fix(finding: Finding): Promise<boolean> {
    const { pack, template } = bench
    if (pack === null || template === null) return false
    const found = await checker().fix(toRaw(template), toRaw(pack), finding)
    if (found === null) {
      notices.warn(`“${textOf(finding).what}” cannot be fixed by itself here. Press “Take me there”.`)
      return false
    }
    await keepBytes(new Map(Object.entries(found.bytes)))
    await bench.act(found.name, found.command)
    notices.say(`${found.name}: done. Ctrl+Z takes it back.`)
    return true
  }

  /** Every safe fix as one undoable step; what was done is told. */
  async function fixAllSafe(): Promise<void> {
    const { pack, template } = bench
    if (pack === null || template === null) return
    await bytesKept().catch(() => undefined)
    const found = await checker().fixAll(toRaw(template), toRaw(pack), playerBytes(template))
    if (found === null) return notices.warn('None of these can be fixed by itself after all.')
    await keepBytes(new Map(Object.entries(found.bytes)))
    const name = `Fix ${found.done.length} ${found.done.length === 1 ? 'thing' : 'things'}`
    await bench.act(name, found.command)
    fixedAll.value = found.done
  }

  /** "I know, keep it": the reason goes with the posting. Null looks at it again. */
  const keepAsIs = (finding: Finding | readonly Finding[], reason: string | null) =>
    bench.act(reason === null ? 'Look at it again' : 'Keep it as it is', {
      type: 'all',
      commands: [finding]
        .flat()
        .map(({ id }) => ({ type: 'keep-finding' as const, finding: id, reason: reason?.trim() || null })),
    })

  /** The report as files: one to read, one for programs. */
  function report(): { html: string; json: string } | null {
    const { pack, template } = bench
    if (pack === null || template === null || weighIn.value === null) return null
    const at = new Date().toISOString()
    const made = reportOf(pack, titleOf(pack, template), findings.value, weighIn.value, looked.value.rules, at)
    return { html: reportPage(made), json: JSON.stringify(made, null, 1) + '\n' }
  }

  const ofPart = (part: string, entry?: string): Finding[] =>
    findings.value.filter(
      (finding) => finding.subject.part === part && (entry === undefined || finding.subject.entry === entry),
    )
  const worst = (part: string): Severity | null => {
    const ranks = ofPart(part).filter((finding) => finding.rule !== 'still-template' && finding.kept === undefined)
    return ranks.some((one) => one.severity === 'must')
      ? 'must'
      : ranks.some((one) => one.severity === 'should')
        ? 'should'
        : null
  }
  const must = computed(() => findings.value.filter((finding) => finding.severity === 'must'))
  const labelOpen = computed(
    () => findings.value.filter((finding) => finding.subject.field !== undefined && finding.severity === 'must').length,
  )
  const weighIn = computed(() =>
    bench.pack === null || bench.template === null
      ? null
      : weigh(bench.template, bench.pack, playerBytes(bench.template)),
  )

  const safe = computed(() => findings.value.filter((one) => isSafe(one, safeRules.value)))
  const kept = computed(() => findings.value.filter((finding) => finding.kept !== undefined))

  return {
    findings,
    looked,
    state,
    run,
    fix,
    fixAllSafe,
    fixedAll,
    keepAsIs,
    report,
    safe,
    kept,
    ofPart,
    worst,
    must,
    labelOpen,
    weighIn,
  }
})
