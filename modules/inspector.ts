import { defineNuxtModule } from '@nuxt/kit'
import { build } from 'esbuild'
import { join } from 'node:path'

/** Writes the arcade's inspection as one file that a thread can run. */
export async function bundleInspector(root: string, outfile: string): Promise<void> {
  await build({
    entryPoints: [join(root, 'server/inspector/worker.ts')],
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
  })
}

/** Puts that file beside the server, each time the server is built. */
export default defineNuxtModule({
  meta: { name: 'inspector' },
  setup(_options, nuxt) {
    nuxt.hook('nitro:init', (nitro) => {
      const folder = nitro.options.dev ? join(nitro.options.buildDir, 'dev') : nitro.options.output.serverDir
      nitro.hooks.hook('compiled', () => bundleInspector(nuxt.options.rootDir, join(folder, 'inspector.mjs')))
    })
  },
})
