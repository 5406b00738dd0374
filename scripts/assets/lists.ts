import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

/** Lists of the engine that follow from the catalogue: one folder and one line make a template. */
const NOTE = '// Written by `npm run make:assets` from core/template/catalogue.ts.'

function list(ids: readonly string[], file: 'rules' | 'mind' | 'lay', name: string): string {
  const imports = [...ids].sort().map((id) => `import { ${file} as ${camel(id)} } from './${id}/${file}'`)
  return `${NOTE}\n${imports.join('\n')}\n\nexport const ${name} = [${ids.map(camel).join(', ')}] as const\n`
}
const camel = (id: string): string => id.replace(/-([a-z0-9])/g, (_all, letter: string) => letter.toUpperCase())

/** Whether a template tells of a course that is laid. */
const lays = (id: string): boolean =>
  existsSync(fileURLToPath(new URL(`../../core/game/templates/${id}/lay.ts`, import.meta.url)))

/** The same, each fetched when it is asked for. */
function fetches(ids: readonly string[]): string {
  const lines = ids.map(
    (id) => `  ${/-/.test(id) ? `'${id}'` : id}: async () => ({
    ...(await import('./${id}/rules')),
    ...(await import('./${id}/mind')),
  }),`,
  )
  return `${NOTE}
import type { SimulatedPlayer } from '../rules'

/** Rules and simulated player of a template, where not all of them are at hand. */
export const FETCHES: Readonly<Record<string, () => Promise<{ rules: unknown; mind: SimulatedPlayer }>>> = {
${lines.join('\n')}
}
`
}

/** Files below `core/game/templates/` by name. */
export const templateLists = (ids: readonly string[]): Record<string, string> => ({
  'rules.ts': list(ids, 'rules', 'RULES'),
  'minds.ts': list(ids, 'mind', 'MINDS'),
  'lays.ts': list(ids.filter(lays), 'lay', 'LAYS'),
  'fetches.ts': fetches(ids),
})
