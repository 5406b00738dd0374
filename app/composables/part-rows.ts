import { kindOf } from '@core/kinds'
import { ownLevels } from '@core/template/levels'
import { headingOf, headingsOf, NOT_MET, type PartSpec } from '@core/template/template'
import { levelOf, wholePart } from '@core/template/uses'
import { computed, type Ref } from 'vue'
import { PLURAL } from '~/kinds'
import { useBench } from '~/stores/bench'
import { useCheck } from '~/stores/check'

export type PartFilter = 'all' | 'template' | 'findings' | 'level'

/** A part in the list, or all that lies on one sheet. */
export interface PartRow {
  id: string
  name: string
  kind: string
  parts: PartSpec[]
  mark: 'template' | 'yours' | 'must' | 'should' | 'quiet'
  /** Something else in the level at hand. */
  onlyHere: boolean
}
const numbers = (at: readonly number[]): string => at.map((index) => index + 1).join(', ')

/** The rows of the list of parts, by the heading they stand under, as far as the filter lets them through. */
export function usePartRows(filter: Ref<PartFilter>) {
  const bench = useBench()
  const check = useCheck()
  /** What a row says of levels: something else here, or in others. */
  function levelWords(spec: PartSpec): string {
    if (bench.pack === null || bench.level === '') return ''
    if (levelOf(spec.id) !== '') return ' · only here'
    const others = ownLevels(bench.pack, spec.id)
    return others.length === 0 ? '' : ` · other in ${numbers(others)}`
  }

  function about(spec: PartSpec): string {
    const content = bench.content(spec.id)
    if (check.ofPart(spec.id).some((one) => one.rule === 'whole-sheet' && one.kept === undefined))
      return 'a whole sheet, not cut yet'
    return kindOf(content ?? spec.content).summary(content ?? spec.content)
  }

  function markOf(parts: PartSpec[]): PartRow['mark'] {
    const worst = parts.map((spec) => check.worst(spec.id))
    if (worst.includes('must')) return 'must'
    if (worst.includes('should')) return 'should'
    if (parts.some((spec) => bench.pack?.parts[spec.id] !== undefined)) return 'yours'
    return parts.every((spec) => spec.fineAsIs) ? 'quiet' : 'template'
  }

  const rows = computed(() => {
    const groups = headingsOf(bench.shownParts).map((name) => {
      const found: PartRow[] = []
      for (const spec of bench.shownParts) {
        if (headingOf(spec) !== name) continue
        const sheet = spec.sheet === undefined ? undefined : found.find((row) => row.id === `sheet:${spec.sheet}`)
        if (sheet !== undefined) sheet.parts.push(spec)
        else if (spec.sheet !== undefined)
          found.push({
            ...{ id: `sheet:${spec.sheet}`, name: spec.sheet, kind: '', parts: [spec], mark: 'quiet', onlyHere: false },
          })
        else
          found.push({
            ...{ id: spec.id, name: nameOf(spec), kind: about(spec) + levelWords(spec), parts: [spec] },
            ...{ mark: markOf([spec]), onlyHere: levelOf(spec.id) !== '' },
          })
      }
      for (const row of found)
        if (row.id.startsWith('sheet:')) {
          const kinds = new Set(row.parts.map((part) => part.content.kind))
          const [one] = row.parts
          if (row.parts.length === 1) row.kind = about(one!)
          else row.kind = `${row.parts.length} ${kinds.size === 1 ? PLURAL[[...kinds][0]!] : 'settings'}`
          row.mark = markOf(row.parts)
          row.onlyHere = row.parts.some((part) => levelOf(part.id) !== '')
          if (row.onlyHere) row.kind += ' · some only here'
        }
      return { name, hint: name === NOT_MET ? 'play on to meet them' : '', rows: found.filter(passes) }
    })
    return groups.filter((group) => group.rows.length > 0)
  })

  function passes(row: PartRow): boolean {
    if (filter.value === 'template') return row.mark === 'template'
    if (filter.value === 'level') return row.onlyHere
    if (filter.value === 'findings') return row.mark === 'must' || row.mark === 'should'
    return true
  }

  /** In its level a part has its own name; the list says where that is. */
  const nameOf = (spec: PartSpec): string =>
    levelOf(spec.id) === '' ? spec.name : (bench.spec(wholePart(spec.id))?.name ?? spec.name)
  return rows
}
