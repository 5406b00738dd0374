import { readdirSync, readFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import { build } from 'esbuild'
import { root } from './fixtures'

/** Games that come inside npm packages under the MIT licence, as their makers left them: nothing here made them. */
export const NPM_GAMES = ['coquette', 'quintus', 'sliding-puzzle'] as const
export type NpmGame = (typeof NPM_GAMES)[number]

/** Where each lies in its package, and what of the package it needs besides. */
const WHERE: Record<NpmGame, { folder: string; beside: string[]; bundled?: string }> = {
  coquette: { folder: 'demos/advanced', beside: ['coquette.js', 'LICENSE'] },
  quintus: { folder: 'examples/platformer_full', beside: ['LICENSE'], bundled: 'platformer.js' },
  'sliding-puzzle': { folder: '', beside: [] },
}

export async function npmGame(game: NpmGame): Promise<Map<string, Uint8Array>> {
  const { folder, beside, bundled } = WHERE[game]
  const of = join(root, 'node_modules', game)
  const paths = readdirSync(join(of, folder), { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => relative(of, join(entry.parentPath, entry.name)))
  const files = new Map([...paths, ...beside].map((path) => [path, new Uint8Array(readFileSync(join(of, path)))]))
  if (bundled !== undefined) {
    const { outputFiles } = await build({
      ...{ entryPoints: [join(of, folder, bundled)], bundle: true, write: false, format: 'iife', logLevel: 'silent' },
    })
    files.set(join(folder, bundled), new Uint8Array(outputFiles[0]!.contents))
  }
  return files
}
