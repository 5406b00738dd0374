import { mkdtempSync } from 'node:fs'
import { createRequire } from 'node:module'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** The part of it that is used here; the package brings no types. */
interface S3rver {
  run(): Promise<{ port: number }>
  close(): Promise<void>
}
type MakeS3rver = new (options: object) => S3rver

/** Another program's S3 on a free port of this machine, with an empty bucket "arcade". `url` is as the arcade wants it. */
export async function startS3(): Promise<{ url: string; stop: () => Promise<void> }> {
  const S3 = createRequire(import.meta.url)('s3rver') as MakeS3rver
  const server = new S3({
    ...{ port: 0, address: '127.0.0.1', silent: true, directory: mkdtempSync(join(tmpdir(), 'pack-post-s3-')) },
    configureBuckets: [{ name: 'arcade', configs: [] }],
  })
  const { port } = await server.run()
  const endpoint = encodeURIComponent(`http://127.0.0.1:${port}`)
  return { url: `s3://S3RVER:S3RVER@arcade?endpoint=${endpoint}&region=us-east-1`, stop: () => server.close() }
}
