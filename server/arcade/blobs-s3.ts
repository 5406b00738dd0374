import type { Readable } from 'node:stream'
import {
  DeleteObjectCommand,
  GetObjectCommand,
  HeadBucketCommand,
  HeadObjectCommand,
  ListObjectsV2Command,
  PutObjectCommand,
  S3Client,
} from '@aws-sdk/client-s3'
import type { Blobs } from './blobs'
import { HASH } from './hash-name'

export interface S3Place {
  bucket: string
  region: string
  endpoint?: string
  forcePathStyle: boolean
  credentials?: { accessKeyId: string; secretAccessKey: string }
  /** Checksums of newer kinds are not known to every store; the names of our files are checksums. */
  requestChecksumCalculation: 'WHEN_REQUIRED'
  responseChecksumValidation: 'WHEN_REQUIRED'
}

/**
 * `s3://KEY:SECRET@bucket?endpoint=https://…&region=…`. Without a key and secret the usual variables and roles of the
 * environment count. Throws an Error with a sentence for the keeper.
 */
export function readS3(url: string): S3Place {
  const bad = () =>
    new Error(
      'NUXT_FILES_URL is not understood. It looks like s3://KEY:SECRET@bucket?endpoint=https://store.example&region=eu-1.',
    )
  let at: URL
  try {
    at = new URL(url)
  } catch {
    throw bad()
  }
  if (at.protocol !== 's3:' || at.hostname === '') throw bad()
  const endpoint = at.searchParams.get('endpoint') ?? ''
  return {
    bucket: at.hostname,
    region: at.searchParams.get('region') ?? 'us-east-1',
    ...(endpoint === '' ? {} : { endpoint }),
    // Stores other than the first one have buckets as folders, not as names of hosts.
    forcePathStyle: endpoint !== '',
    requestChecksumCalculation: 'WHEN_REQUIRED',
    responseChecksumValidation: 'WHEN_REQUIRED',
    ...(at.username === ''
      ? {}
      : {
          credentials: {
            accessKeyId: decodeURIComponent(at.username),
            secretAccessKey: decodeURIComponent(at.password),
          },
        }),
  }
}

const FOLDER = 'blobs/'
const isMissing = (error: unknown): boolean => {
  const { name, $metadata } = error as { name?: string; $metadata?: { httpStatusCode?: number } }
  return name === 'NoSuchKey' || name === 'NotFound' || $metadata?.httpStatusCode === 404
}

export function s3Blobs(url: string): Blobs {
  const { bucket, ...config } = readS3(url)
  const client = new S3Client(config)
  const at = (hash: string) => ({ Bucket: bucket, Key: FOLDER + hash })
  const has = async (hash: string) => {
    try {
      await client.send(new HeadObjectCommand(at(hash)))
      return true
    } catch (error) {
      if (isMissing(error)) return false
      throw error
    }
  }
  async function body(hash: string, range?: string) {
    if (!HASH.test(hash)) return null
    try {
      const answer = await client.send(
        new GetObjectCommand({ ...at(hash), ...(range === undefined ? {} : { Range: range }) }),
      )
      return answer.Body ?? null
    } catch (error) {
      if (isMissing(error)) return null
      throw error
    }
  }
  return {
    has,
    async put(hash, bytes) {
      // Also where it is there: its date says that it is wanted, so that it is not swept away meanwhile.
      await client.send(new PutObjectCommand({ ...at(hash), Body: bytes }))
    },
    async get(hash) {
      const found = await body(hash)
      return found === null ? null : Buffer.from(await found.transformToByteArray())
    },
    async stream(hash, range) {
      const found = await body(hash, range === undefined ? undefined : `bytes=${range.start}-${range.end}`)
      return found === null ? null : (found as Readable)
    },
    async *list() {
      let token: string | undefined
      do {
        const page = await client.send(
          new ListObjectsV2Command({ Bucket: bucket, Prefix: FOLDER, ContinuationToken: token }),
        )
        for (const { Key, LastModified, Size } of page.Contents ?? []) {
          const hash = Key!.slice(FOLDER.length)
          if (HASH.test(hash)) yield { hash, written: LastModified?.getTime() ?? 0, bytes: Size ?? 0 }
        }
        token = page.NextContinuationToken
      } while (token !== undefined)
    },
    async remove(hash) {
      await client.send(new DeleteObjectCommand(at(hash)))
    },
    // A put is whole or not there.
    tidy: async () => undefined,
    async ready() {
      await client.send(new HeadBucketCommand({ Bucket: bucket }))
    },
  }
}
