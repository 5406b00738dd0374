import { buildSync } from 'esbuild'
import { execFileSync } from 'node:child_process'
import type { GameDoc } from '../../core/game/types'
import { root } from './fixtures'

/**
 * Code that is not compiled yet keeps each number in a box (131 bytes a step of updraft with `--no-opt`). Compiled beside
 * the play, it is ready when the machine finds time for it; compiled within, after so many calls.
 */
const FLAGS = ['--expose-gc', '--max-semi-space-size=128', '--single-threaded']

/**
 * Bytes that a step of the rules leaves on the heap, in a process that plays nothing else, as a worker of the dry run
 * does (benchmarks/heap.ts).
 */
export function bytesAStep(doc: GameDoc): number {
  const { outputFiles } = buildSync({
    absWorkingDir: root,
    entryPoints: ['benchmarks/heap.ts'],
    bundle: true,
    write: false,
    platform: 'node',
    define: { GAME: JSON.stringify(doc) },
    tsconfigRaw: '{}',
  })
  return Number(execFileSync(process.execPath, [...FLAGS, '-'], { input: outputFiles[0]!.text, encoding: 'utf8' }))
}
