import { edit, type Command } from '../pack/commands'
import { isSafe } from './finding'
import { ruleById } from './registry'
import type { CheckContext } from './rule'
import { makeRunner } from './runner'

export interface AllFixed {
  /** One step that does all of it. */
  command: Command
  /** What was done, in order, for the list that is shown. */
  done: string[]
  /** Bytes the command's assets need, by hash. */
  bytes: Record<string, Uint8Array>
}

/** One fix can make room for another on the same part; more rounds than this only a rule that undoes another needs. */
const ROUNDS = 4

/**
 * Works out every safe fix one after the other, each on the pack as the one before left it. `contextFor` makes a
 * context that also finds bytes made on the way. Null when nothing can be fixed safely.
 */
export async function fixAllSafe(
  start: CheckContext['pack'],
  contextFor: (pack: CheckContext['pack'], made: ReadonlyMap<string, Uint8Array>) => CheckContext,
): Promise<AllFixed | null> {
  const made = new Map<string, Uint8Array>()
  const commands: Command[] = []
  const done: string[] = []
  const tried = new Set<string>()
  let pack = start
  const runner = makeRunner()
  for (let round = 0; round < ROUNDS; round++) {
    const { findings, safe: rules } = await runner.run(contextFor(pack, made))
    const safe = findings.filter((finding) => isSafe(finding, rules) && !tried.has(finding.id))
    if (safe.length === 0) break
    for (const finding of safe) {
      tried.add(finding.id)
      const fix = (await ruleById(finding.rule)?.fix?.(contextFor(pack, made), finding)) ?? null
      if (fix === null) continue
      for (const [hash, bytes] of Object.entries(fix.bytes)) made.set(hash, bytes)
      commands.push(fix.command)
      done.push(fix.name)
      pack = edit(pack, fix.command)[0]
    }
  }
  return commands.length === 0 ? null : { command: { type: 'all', commands }, done, bytes: Object.fromEntries(made) }
}
