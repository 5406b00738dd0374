import { defineNuxtModule } from '@nuxt/kit'
import { build } from 'esbuild'
import { join } from 'node:path'

/** What runs beside the server, each as one file: parcels are inspected in a process, plays played again in a thread. */
const BESIDE = { 'inspector.mjs': 'server/inspector/child.ts', 'replayer.mjs': 'server/replayer/thread.ts' } as const

/** Writes one of these files. */
export async function bundleBeside(root: string, name: keyof typeof BESIDE, outfile: string): Promise<void> {
  await build({
    entryPoints: [join(root, BESIDE[name])],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: ['node20'],
    alias: { '@core': join(root, 'core') },
    // Native code: found beside the server, where Nitro puts it.
    external: ['sharp'],
    banner: { js: "import{createRequire as makeRequire}from'node:module';const require=makeRequire(import.meta.url);" },
    tsconfigRaw: '{}',
    legalComments: 'none',
    // Each process reads it anew.
    minify: true,
  })
}

/** Puts them beside the server, each time the server is built. */
export default defineNuxtModule({
  meta: { name: 'inspector' },
  setup(_options, nuxt) {
    nuxt.hook('nitro:init', (nitro) => {
      const folder = nitro.options.dev ? join(nitro.options.buildDir, 'dev') : nitro.options.output.serverDir
      nitro.hooks.hook('compiled', async () => {
        for (const name of Object.keys(BESIDE) as (keyof typeof BESIDE)[])
          await bundleBeside(nuxt.options.rootDir, name, join(folder, name))
      })
    })
  },
})
