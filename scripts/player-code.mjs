import { build } from 'esbuild'
import { readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

const root = join(dirname(fileURLToPath(import.meta.url)), '..')

/** In a player the list of all rules is that of its one template. */
const rulesOf = (template) => ({
  name: 'rules-of-one-template',
  setup({ onLoad }) {
    onLoad({ filter: /core[\\/]game[\\/]templates[\\/]rules\.ts$/ }, () => ({
      contents: `import { rules } from './${template}/rules'\nexport const RULES = [rules]`,
      loader: 'ts',
      resolveDir: join(root, 'core/game/templates'),
    }))
  },
})

/** What only crumbling things need is left out of games that have none. */
const crumblingOf = (template) => ({
  name: 'crumbling-where-it-is',
  setup({ onLoad }) {
    const { parts } = JSON.parse(readFileSync(join(root, 'templates', template, 'template.json'), 'utf8'))
    if (parts.some(({ crumbles }) => crumbles === true)) return
    onLoad({ filter: /player[\\/]crumbled\.ts$/ }, () => ({
      contents: 'export const crumbled = () => null',
      loader: 'ts',
    }))
  },
})

/** The player that ships in every parcel of a template, as one script: `PackPostPlayer.play(element, source)`. */
export async function buildPlayer(template) {
  const result = await build({
    entryPoints: [join(root, 'player/main.ts')],
    bundle: true,
    write: false,
    minify: true,
    format: 'iife',
    globalName: 'PackPostPlayer',
    target: ['es2020'],
    legalComments: 'none',
    tsconfigRaw: '{}',
    plugins: [rulesOf(template), crumblingOf(template)],
  })
  // It also stands inside a script element of the one-page game.
  return result.outputFiles[0].text.replaceAll('</script', '<\\/script').replaceAll('<!--', '<\\!--').trim()
}
