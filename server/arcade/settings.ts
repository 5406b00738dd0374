import { resolve } from 'node:path'
import * as z from 'zod'

const flag = z
  .union([z.boolean(), z.string()])
  .transform((value) => value === true || value === 'true' || value === '1')
const count = (otherwise: number) =>
  z.coerce
    .number()
    .catch(otherwise)
    .transform((value) => (Number.isFinite(value) && value >= 0 ? value : otherwise))

/** What a keeper may set; from the environment or from Nuxt's configuration. */
export const Settings = z.object({
  dataDir: z
    .string()
    .default('.data')
    .transform((dir) => resolve(dir)),
  databaseUrl: z.string().default(''),
  filesUrl: z.string().default(''),
  inspectionSeconds: count(2).default(2),
  /** Bytes all releases of one maker may take together. */
  makerBytes: count(500_000_000).default(500_000_000),
  /** Bytes that are on their way, of one maker and of one address. */
  uploadBytes: count(100_000_000).default(100_000_000),
  rateScale: count(1).default(1),
  behindProxy: flag.default(false),
  trustedHops: count(0).default(0),
})
export type Settings = z.infer<typeof Settings>

/** The same from the environment, for what runs without the server. */
export const settingsOf = (env: NodeJS.ProcessEnv): Settings =>
  Settings.parse({
    dataDir: env['NUXT_DATA_DIR'],
    databaseUrl: env['NUXT_DATABASE_URL'],
    filesUrl: env['NUXT_FILES_URL'],
    makerBytes: env['NUXT_MAKER_BYTES'],
  })
