import { fileURLToPath } from 'node:url'
import vuetify from 'vite-plugin-vuetify'

const path = (to: string) => fileURLToPath(new URL(to, import.meta.url))
const HOUR = 3600

export default defineNuxtConfig({
  compatibilityDate: '2026-01-01',
  srcDir: 'app/',
  buildDir: path('./.nuxt'),
  serverDir: path('./server'),
  modules: ['@pinia/nuxt', '@vueuse/nuxt', '@nuxt/eslint', './modules/player-code', './modules/inspector'],
  ssr: true,
  telemetry: false,
  devtools: { enabled: false },
  alias: { '@core': path('./core'), '@player': path('./player') },
  css: [
    'vuetify/styles',
    '@fontsource-variable/bricolage-grotesque/wght.css',
    '@fontsource-variable/atkinson-hyperlegible-next/wght.css',
    '@fontsource-variable/jetbrains-mono/wght.css',
    '@fontsource-variable/fredoka/wght.css',
    '@fontsource-variable/grandstander/wght.css',
    '@fontsource-variable/pixelify-sans/wght.css',
    path('./app/theme/main.css'),
  ],
  app: {
    head: {
      title: 'Pack Post',
      htmlAttrs: { lang: 'en' },
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/favicon.svg' }],
      meta: [{ name: 'viewport', content: 'width=device-width, initial-scale=1' }],
    },
  },
  build: { transpile: ['vuetify'] },
  routeRules: {
    '/**': { ssr: false },
    '/arcade/**': { ssr: true },
    '/shipped/**': { headers: { 'cache-control': `public, max-age=${HOUR}` } },
  },
  hooks: {
    'vite:extendConfig': (config) => {
      ;(config as { plugins?: unknown[] }).plugins?.push(vuetify({ autoImport: true }))
    },
  },
  postcss: { plugins: { cssnano: false } },
  vite: {
    worker: { format: 'es' },
    build: { chunkSizeWarningLimit: 900 },
    optimizeDeps: {
      include: [
        'dexie',
        'zod',
        'comlink',
        'fflate',
        'mutative',
        'qrcode',
        'tus-js-client',
        'chart.js',
        'vue-chartjs',
        'exifreader',
        'd3-contour',
        'd3-polygon',
        'simplify-js',
        'fast-png',
        '@noble/hashes/sha2.js',
        '@noble/hashes/utils.js',
        'culori/fn',
        'dompurify',
      ],
    },
  },
  nitro: {
    compressPublicAssets: { gzip: true, brotli: true },
    publicAssets: [
      { dir: path('./templates'), baseURL: '/shipped/templates', maxAge: HOUR },
      { dir: path('./drawer'), baseURL: '/shipped/drawer', maxAge: HOUR },
      { dir: path('./demo'), baseURL: '/shipped/demo', maxAge: HOUR },
      {
        dir: path('./node_modules/@fontsource-variable/bricolage-grotesque/files'),
        baseURL: '/shipped/typeface',
        maxAge: HOUR,
      },
      ...['fredoka', 'grandstander', 'pixelify-sans'].map((id) => ({
        dir: path(`./node_modules/@fontsource-variable/${id}/files`),
        baseURL: `/shipped/typeface-${id}`,
        maxAge: HOUR,
      })),
      ...['fluent-emoji-flat', 'game-icons', 'noto'].map((id) => ({
        dir: path(`./node_modules/@iconify-json/${id}`),
        baseURL: `/shipped/icons/${id}`,
        maxAge: HOUR,
      })),
    ],
    serverAssets: [{ baseName: 'templates', dir: path('./templates') }],
    typescript: { tsConfig: { compilerOptions: { resolveJsonModule: true } } },
  },
  runtimeConfig: {
    /** Where the arcade keeps everything; NUXT_DATA_DIR. */
    dataDir: '.data',
    /** Seconds a parcel waits before it is inspected; NUXT_INSPECTION_SECONDS. */
    inspectionSeconds: 2,
    /** How many times the usual requests an address may send; NUXT_RATE_SCALE. */
    rateScale: 1,
    /** Whether a proxy in front tells who asks (X-Forwarded-For); NUXT_BEHIND_PROXY. */
    behindProxy: false,
    /** Origins of WebDAV hosts that parcels may be sent to, separated by commas; NUXT_WEBDAV_HOSTS. */
    webdavHosts: '',
  },
  typescript: {
    strict: true,
    tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true, resolveJsonModule: true } },
  },
})
