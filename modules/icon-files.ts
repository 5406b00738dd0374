import { defineNuxtModule } from '@nuxt/kit'
import { createHash } from 'node:crypto'
import { existsSync } from 'node:fs'
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { brotliCompress, constants, gzip } from 'node:zlib'

/** Open sets of pictures for the drawer: their names in the registry, after `@iconify-json/`. */
const SETS = ['fluent-emoji-flat', 'game-icons', 'noto']
const HOUR = 3600
/** Brotli's quality. 11 takes 90 s for these 40 MB and 6 takes three, for 14 % more; tests do not need the former. */
const quality = (): number => (process.env['PACK_POST_QUICK'] === undefined ? constants.BROTLI_MAX_QUALITY : 6)

/** One set as it is served, and beside it compressed; made once for a version and a quality. Its folder. */
async function prepared(root: string, id: string): Promise<string> {
  const bytes = await readFile(join(root, 'node_modules/@iconify-json', id, 'icons.json'))
  const name = `${createHash('sha256').update(bytes).digest('hex').slice(0, 16)}-${quality()}`
  const folder = join(root, 'node_modules/.cache/pack-post-icons', id, name)
  if (existsSync(folder)) return folder
  const params = {
    [constants.BROTLI_PARAM_MODE]: constants.BROTLI_MODE_TEXT,
    [constants.BROTLI_PARAM_QUALITY]: quality(),
  }
  const [br, gz] = await Promise.all([promisify(brotliCompress)(bytes, { params }), promisify(gzip)(bytes)])
  const made = `${folder}.${process.pid}`
  await mkdir(made, { recursive: true })
  for (const [ending, content] of [
    ['', bytes],
    ['.br', br],
    ['.gz', gz],
  ] as const)
    // prettier-ignore
    await writeFile(join(made, `icons.json${ending}`), content)
  // Whole or not at all, also when two builds run beside each other.
  await rename(made, folder).catch((error: unknown) => {
    if (!existsSync(folder)) throw error
  })
  return folder
}

/** Serves the drawer's open sets, compressed beforehand: Nitro would do it anew in each build. */
export default defineNuxtModule({
  meta: { name: 'icon-files' },
  setup(_options, nuxt) {
    nuxt.hook('nitro:config', async (config) => {
      if (nuxt.options._prepare) return
      const folders = await Promise.all(SETS.map((id) => prepared(nuxt.options.rootDir, id)))
      config.publicAssets ??= []
      folders.forEach((dir, i) =>
        config.publicAssets!.push({ dir, baseURL: `/shipped/icons/${SETS[i]!}`, maxAge: HOUR }),
      )
    })
  },
})
