import { addTemplate, addTypeTemplate, defineNuxtModule } from '@nuxt/kit'
import { buildPlayer } from '../scripts/player-code.mjs'

/** `import playerCode from '#player-code'`: the player as one script, for the app's parcels and for the server. */
export default defineNuxtModule({
  meta: { name: 'player-code' },
  async setup(_options, nuxt) {
    const contents = async () => `export default ${JSON.stringify(await buildPlayer())}`
    const template = addTemplate({ filename: 'player-code.mjs', getContents: contents, write: true })
    nuxt.options.alias['#player-code'] = template.dst
    addTypeTemplate(
      {
        filename: 'types/player-code.d.ts',
        getContents: () => `declare module '#player-code' { const code: string; export default code }`,
      },
      { nuxt: true, nitro: true, node: true },
    )
  },
})
