import { defineNuxtConfig } from 'nuxt/config'
import { fileURLToPath } from 'node:url'
import vuetify from 'vite-plugin-vuetify'

/** Which of libsql's binaries this machine runs. */
function libsqlTarget(): string {
  const { platform, arch } = process
  const musl =
    platform === 'linux' &&
    !(process.report?.getReport() as { header?: { glibcVersionRuntime?: string } }).header?.glibcVersionRuntime
  return `${platform}-${arch}${platform === 'linux' ? (musl ? '-musl' : '-gnu') : platform === 'win32' ? '-msvc' : ''}`
}

/**
 * The page of the app fetches the rules of the games it shows (`fetchRules`): the lists of all of them are empty there.
 * Workers and the server have them all.
 */
const LISTS = /core[\\/]game[\\/]templates[\\/](rules|minds)\.ts$/
const rulesWhenAsked = {
  name: 'rules-when-asked',
  load: { filter: { id: LISTS }, handler: (id: string) => `export const ${LISTS.exec(id)![1]!.toUpperCase()} = []` },
}

/**
 * Whether Zod may compile schemas is tried by calling `Function`. The page's policy forbids that, and the error costs a
 * fifth of a second in every worker: V8 reads the whole of it again to say where it was. So nothing is tried.
 */
const schemasAsTheyAre = {
  name: 'schemas-as-they-are',
  transform: {
    filter: { id: /[\\/]zod[\\/]v4[\\/]core[\\/]core\.js$/ },
    handler: (code: string) => `${code}\nglobalConfig.jitless = true\n`,
  },
}

const drawnByServer = new Map<string, string>()
/**
 * The styles of a view that the server draws come with its page. Rolldown takes two of them for one where their files
 * have one name, so that one page would stand there without its styles until its script comes.
 */
function comesWithItsPage(id?: string): boolean {
  const file = id?.split('?')[0] ?? ''
  const name = /[\\/](?:pages[\\/]arcade|components[\\/](?:arcade|bits|frame|score))[\\/](?:.+[\\/])?(.+\.vue)$/.exec(
    file,
  )?.[1]
  if (name === undefined) return false
  const before = drawnByServer.get(name) ?? file
  if (before !== file) throw new Error(`${before} and ${file} need names of their own: see comesWithItsPage.`)
  drawnByServer.set(name, file)
  return true
}

const path = (to: string) => fileURLToPath(new URL(to, import.meta.url))
const HOUR = 3600
/** Builds for tests do without maps to the sources, tables of sizes, and files packed as tightly as can be. */
const quick = process.env['PACK_POST_QUICK'] !== undefined

export default defineNuxtConfig({
  compatibilityDate: '2026-01-01',
  srcDir: 'app/',
  buildDir: path(process.env['PACK_POST_BUILD_DIR'] ?? './.nuxt'),
  serverDir: path('./server'),
  modules: [
    '@pinia/nuxt',
    '@vueuse/nuxt',
    '@nuxt/eslint',
    './modules/player-code',
    './modules/inspector',
    './modules/icon-files',
  ],
  ssr: true,
  features: { inlineStyles: comesWithItsPage },
  telemetry: false,
  devtools: { enabled: false },
  ...(quick && { sourcemap: false }),
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
    '/**': {
      ssr: false,
      headers: { 'x-content-type-options': 'nosniff', 'referrer-policy': 'strict-origin-when-cross-origin' },
    },
    '/arcade/**': { ssr: true },
    '/shipped/**': { headers: { 'cache-control': `public, max-age=${HOUR}` } },
  },
  // Pages fetch what they show; the rest comes when it is opened or pointed at.
  experimental: { defaults: { nuxtLink: { prefetchOn: { visibility: false, interaction: true } } } },
  hooks: {
    'build:manifest': (manifest) => {
      for (const item of Object.values(manifest)) item.prefetch = false
    },
    'vite:extendConfig': (config) => {
      ;(config as { plugins?: unknown[] }).plugins?.push(
        vuetify({ autoImport: true }),
        rulesWhenAsked,
        schemasAsTheyAre,
      )
    },
  },
  postcss: { plugins: { cssnano: false } },
  vite: {
    worker: { format: 'es', plugins: () => [schemasAsTheyAre] },
    build: { chunkSizeWarningLimit: 900, reportCompressedSize: !quick },
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
    ...(quick && { logLevel: 1 }),
    compressPublicAssets: { gzip: true, brotli: !quick },
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
    ],
    serverAssets: [
      { baseName: 'templates', dir: path('./templates') },
      { baseName: 'typeface', dir: path('./node_modules/@fontsource-variable/bricolage-grotesque/files') },
    ],
    // Native code that is named at run time only, and what the process that inspects needs.
    externals: {
      traceInclude: [
        path('./node_modules/sharp/lib/index.js'),
        path(`./node_modules/@libsql/${libsqlTarget()}/index.node`),
      ],
    },
    typescript: { tsConfig: { compilerOptions: { resolveJsonModule: true } } },
  },
  runtimeConfig: {
    /** Where the arcade keeps everything; NUXT_DATA_DIR. */
    dataDir: '.data',
    /** postgres://… for several servers on one arcade; without it a database in the data folder. NUXT_DATABASE_URL. */
    databaseUrl: '',
    /** s3://… for files in an S3-compatible store; without it they lie in the data folder. NUXT_FILES_URL. */
    filesUrl: '',
    /** Where people find the arcade, such as https://arcade.example; NUXT_PUBLIC_ORIGIN. */
    publicOrigin: '',
    /** Where games are served, another origin than the arcade's; NUXT_GAMES_ORIGIN. */
    gamesOrigin: '',
    /** The port games are served on; the next one after PORT without it. NUXT_GAMES_PORT. */
    gamesPort: '',
    /** Bytes all games of one maker may take together; NUXT_MAKER_BYTES. */
    makerBytes: 500_000_000,
    /** Bytes one maker may have on their way; NUXT_UPLOAD_BYTES. */
    uploadBytes: 100_000_000,
    /** What a Prometheus scrape of /api/metrics shows as its bearer token; none, no figures. NUXT_METRICS_TOKEN. */
    metricsToken: '',
    /** Seconds a parcel waits before it is inspected; NUXT_INSPECTION_SECONDS. */
    inspectionSeconds: 2,
    /** How many times the usual requests an address may send; NUXT_RATE_SCALE. */
    rateScale: 1,
    /** How many proxies in front are believed about who asks (X-Forwarded-For); NUXT_TRUSTED_HOPS. */
    trustedHops: 0,
    /** The same as one such proxy; NUXT_BEHIND_PROXY. */
    behindProxy: false,
    /** Origins of WebDAV hosts that parcels may be sent to, separated by commas; NUXT_WEBDAV_HOSTS. */
    webdavHosts: '',
  },
  typescript: {
    strict: true,
    tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true, resolveJsonModule: true } },
  },
})
