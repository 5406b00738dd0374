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

/** It also stands inside a script element. */
const insideElement = (code) => code.replaceAll('</script', '<\\/script').replaceAll('<!--', '<\\!--').trim()

/** What stands in front of everything in a game that came as a folder, as one script: on the bench, or where it is played. */
export async function buildBeside(use) {
  const entry = { bench: 'main.ts', play: 'play.ts' }[use]
  const result = await build({
    ...{ entryPoints: [join(root, 'player/beside', entry)], bundle: true, write: false, minify: true },
    ...{ format: 'iife', target: ['es2020'], legalComments: 'none', tsconfigRaw: '{}' },
  })
  return insideElement(result.outputFiles[0].text)
}

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
  return insideElement(result.outputFiles[0].text)
}
