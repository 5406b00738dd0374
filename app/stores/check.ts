import type { Finding, Severity } from '@core/check/finding'
import { textOf } from '@core/check/texts'
import { weigh } from '@core/parcel/weigh'
import playerCode from '#player-code'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, toRaw, watch } from 'vue'
import { bytesKept, keepBytes } from '../storage/assets'
import { workshop } from '../workers/workshop'
import { useBench } from './bench'
import { useNotices } from './notices'

const WAIT_MS = 250
const RANK: Record<Severity, number> = { must: 0, should: 1, know: 2 }

/** Findings follow the pack by themselves, worked out in the worker; a change re-runs only what it touches. */
export const useCheck = defineStore('check', () => {
  const bench = useBench()
  const notices = useNotices()
  const findings = shallowRef<Finding[]>([])
  const looked = ref({ rules: 0, asked: 0, worked: 0, tookMs: 0 })
  const state = ref<'idle' | 'running' | 'done'>('idle')
  let timer: ReturnType<typeof setTimeout> | null = null
  let turn = 0

  async function run(): Promise<void> {
    const { pack, template } = bench
    if (pack === null || template === null) return
    const mine = ++turn
    state.value = 'running'
    const began = performance.now()
    // The worker reads from the store: what was just brought in has to be there.
    await bytesKept().catch(() => undefined)
    const result = await workshop().check(toRaw(template), toRaw(pack), playerCode.length)
    // A later run has been asked for in the meantime: its answer counts.
    if (mine !== turn) return
    findings.value = [...result.findings].sort((a, b) => RANK[a.severity] - RANK[b.severity])
    looked.value = {
      rules: result.rules,
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
    const found = await workshop().fix(toRaw(template), toRaw(pack), finding)
    if (found === null) {
      notices.warn(`“${textOf(finding).what}” cannot be fixed by itself here. Press “Take me there”.`)
      return false
    }
    await keepBytes(new Map(Object.entries(found.bytes)))
    await bench.act(found.name, found.command)
    notices.say(`${found.name}: done. Ctrl+Z takes it back.`)
    return true
  }

  const ofPart = (part: string, entry?: string): Finding[] =>
    findings.value.filter(
      (finding) => finding.subject.part === part && (entry === undefined || finding.subject.entry === entry),
    )
  const worst = (part: string): Severity | null => {
    const ranks = ofPart(part).filter((finding) => finding.rule !== 'still-template')
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
    bench.pack === null || bench.template === null ? null : weigh(bench.template, bench.pack, playerCode.length),
  )

  return { findings, looked, state, run, fix, ofPart, worst, must, labelOpen, weighIn }
})
