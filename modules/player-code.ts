import { addTemplate, addTypeTemplate, defineNuxtModule } from '@nuxt/kit'
import { readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { buildBeside, buildPlayer } from '../scripts/player-code.mjs'

const FOLDER = fileURLToPath(new URL('../templates', import.meta.url))
const TYPES = `declare module '#player-code' {
  /** How large the player of a template is, bytes. */
  export const PLAYER_BYTES: Readonly<Record<string, number>>
  /** The player of a template as one script; fetched when it is asked for. */
  export function playerCodeFor(template: string): Promise<string>
  /** What stands in front of everything in a game that came as a folder, as one script: on the bench, or where it is played. */
  export function besideCode(use: 'bench' | 'play'): Promise<string>
}`

/** `#player-code`: the players, one a template, for the app's parcels and for the server. */
export default defineNuxtModule({
  meta: { name: 'player-code' },
  setup(_options, nuxt) {
    const ids = readdirSync(FOLDER, { withFileTypes: true }).flatMap((one) => (one.isDirectory() ? [one.name] : []))
    for (const id of ids)
      addTemplate({
        filename: `player-code/${id}.mjs`,
        getContents: async () => `export default ${JSON.stringify(await buildPlayer(id))}`,
        write: true,
      })
    for (const use of ['bench', 'play'] as const)
      addTemplate({
        filename: `player-code/beside-${use}.mjs`,
        getContents: async () => `export default ${JSON.stringify(await buildBeside(use))}`,
        write: true,
      })
    const index = addTemplate({
      filename: 'player-code/index.mjs',
      getContents: async () => {
        const bytes = await Promise.all(ids.map(async (id) => [id, Buffer.byteLength(await buildPlayer(id))]))
        const loads = ids.map((id) => `${JSON.stringify(id)}: () => import('./${id}.mjs')`)
        return `export const PLAYER_BYTES = ${JSON.stringify(Object.fromEntries(bytes))}
const PLAYERS = { ${loads.join(', ')} }
export const playerCodeFor = async (template) => (await PLAYERS[template]()).default
const BESIDE = { bench: () => import('./beside-bench.mjs'), play: () => import('./beside-play.mjs') }
export const besideCode = async (use) => (await BESIDE[use]()).default`
      },
      write: true,
    })
    nuxt.options.alias['#player-code'] = index.dst
    addTypeTemplate(
      { filename: 'types/player-code.d.ts', getContents: () => TYPES },
      { nuxt: true, nitro: true, node: true },
    )
  },
})
