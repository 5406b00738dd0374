import { build } from 'esbuild'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

const root = join(dirname(fileURLToPath(import.meta.url)), '..')

/** The player that ships in every parcel, as one script: `PackPostPlayer.play(element, source)`. */
export async function buildPlayer() {
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
  })
  // It also stands inside a script element of the one-page game.
  return result.outputFiles[0].text.replaceAll('</script', '<\\/script').replaceAll('<!--', '<\\!--').trim()
}
