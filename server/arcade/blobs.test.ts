import { mkdtempSync, readdirSync, statSync, utimesSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { text } from 'node:stream/consumers'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startS3 } from '../../tests/support/s3'
import { openBlobs, type Blobs } from './blobs'
import { sha256 } from '../sha256'
import { readS3 } from './blobs-s3'

const bytesOf = (words: string) => new TextEncoder().encode(words)

let s3: Awaited<ReturnType<typeof startS3>>
beforeAll(async () => {
  s3 = await startS3()
})
afterAll(() => s3.stop())

describe.each(['a folder', 's3'])('files in %s', (where) => {
  let blobs: Blobs
  beforeAll(() => {
    blobs = openBlobs(mkdtempSync(join(tmpdir(), 'pack-post-blobs-')), where === 's3' ? s3.url : '')
  })
  const put = async (words: string) => {
    const hash = sha256(bytesOf(words))
    await blobs.put(hash, bytesOf(words))
    return hash
  }

  it('come back as they went in, whole and in parts', async () => {
    const hash = await put('the tide has turned')
    expect(await blobs.has(hash)).toBe(true)
    expect((await blobs.get(hash))!.toString()).toBe('the tide has turned')
    expect(await text((await blobs.stream(hash))!)).toBe('the tide has turned')
    expect(await text((await blobs.stream(hash, { start: 4, end: 7 }))!)).toBe('tide')
  })

  it('are not there under any other name', async () => {
    for (const hash of [sha256(bytesOf('nothing')), '../secret', '', 'x'.repeat(64)]) {
      expect(await blobs.get(hash)).toBeNull()
      expect(await blobs.stream(hash)).toBeNull()
    }
    expect(await blobs.has(sha256(bytesOf('nothing')))).toBe(false)
  })

  it('are there once, are listed, and go when they are taken away', async () => {
    const hash = await put('a crab')
    expect(await put('a crab')).toBe(hash)
    const listed: string[] = []
    for await (const one of blobs.list()) {
      listed.push(one.hash)
      expect(Date.now() - one.written).toBeLessThan(60_000)
    }
    expect(listed.filter((one) => one === hash)).toHaveLength(1)
    await blobs.remove(hash)
    expect(await blobs.has(hash)).toBe(false)
    await blobs.remove(hash)
  })

  it('say when they can be written', async () => {
    await expect(blobs.ready()).resolves.toBeUndefined()
  })
})

describe('files in a folder', () => {
  it('are whole or not there, seen by nobody else, and count as new when they come again', async () => {
    const dir = mkdtempSync(join(tmpdir(), 'pack-post-blobs-'))
    const blobs = openBlobs(dir, '')
    const hash = sha256(bytesOf('a gull'))
    await blobs.put(hash, bytesOf('a gull'))
    const path = join(dir, hash.slice(0, 2), hash)
    expect(statSync(path).mode & 0o777).toBe(0o600)
    expect(readdirSync(join(dir, hash.slice(0, 2)))).toEqual([hash])
    utimesSync(path, 1000, 1000)
    await blobs.put(hash, bytesOf('a gull'))
    expect(Date.now() - statSync(path).mtimeMs).toBeLessThan(60_000)
    // What a server left that was stopped while it wrote.
    const torn = join(dir, hash.slice(0, 2), `${hash}.x.part`)
    writeFileSync(torn, 'a gu')
    const listed = []
    for await (const one of blobs.list()) listed.push(one.hash)
    expect(listed).toEqual([hash])
    await blobs.tidy()
    expect(readdirSync(join(dir, hash.slice(0, 2)))).toEqual([hash])
  })

  it('that cannot be written say so', async () => {
    const file = join(mkdtempSync(join(tmpdir(), 'pack-post-blobs-')), 'a-file')
    writeFileSync(file, '')
    await expect(openBlobs(file, '').ready()).rejects.toThrow()
  })
})

describe('the address of an S3 store', () => {
  it('is read, secrets and all, or refused with an example', () => {
    expect(readS3('s3://KEY:a%2Fb@bucket?endpoint=https://s.example&region=eu-1')).toMatchObject({
      ...{ bucket: 'bucket', region: 'eu-1', endpoint: 'https://s.example', forcePathStyle: true },
      credentials: { accessKeyId: 'KEY', secretAccessKey: 'a/b' },
    })
    expect(readS3('s3://bucket')).toMatchObject({ bucket: 'bucket', region: 'us-east-1', forcePathStyle: false })
    for (const bad of ['', 'bucket', 'https://bucket']) expect(() => readS3(bad)).toThrow('It looks like s3://')
  })
})
