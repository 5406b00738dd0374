import { mkdtempSync, readdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { beforeAll, describe, expect, it } from 'vitest'
import { userError } from '@core/errors'
import { bundleBeside } from '../../modules/inspector'
import { demoParcel, forge } from '../../tests/support/arcade-client'
import { root, tone, windfall, puffinCatch } from '../../tests/support/fixtures'
import { flacOfSilence } from '../../tests/support/sounds'
import { runApart, type ProcessLimits } from './apart'
import { inspectApart } from './inspect-apart'
import { makeReplayer, TooMuch } from './replay'
import { scoredPlay } from '../../tests/support/plays'
import { buildGameDoc } from '@core/template/game-doc'
import type { Pack } from '@core/pack/pack'

const dir = mkdtempSync(join(tmpdir(), 'pack-post-apart-'))
const late = userError('late', 'It took too long.')
const large = userError('large', 'It took too much.')
const limits = (change: Partial<ProcessLimits> = {}): ProcessLimits => ({
  // Newer versions of Node take some 500 MB of address space for themselves before they do anything.
  ...{ time: 20_000, memory: 700, cpu: 20, late, large },
  ...change,
})
function script(code: string): string {
  const path = join(dir, `${readdirSync(dir).length}.mjs`)
  writeFileSync(path, code)
  return path
}

describe('a process of its own', () => {
  it('gets its input, gives its answer, and sees nothing of this process’s environment', async () => {
    process.env['PACK_POST_TEST_SECRET'] = 'hunter2'
    const echo = script(`import { readFileSync } from 'node:fs'
      process.stdout.write(JSON.stringify({ said: readFileSync(0, 'utf8'), env: Object.keys(process.env) }))`)
    const answer = JSON.parse(await runApart(echo, 'tide', limits())) as { said: string; env: string[] }
    expect(answer.said).toBe('tide')
    expect(answer.env).not.toContain('PACK_POST_TEST_SECRET')
    expect(answer.env).not.toContain('NUXT_DATABASE_URL')
  })

  it('is held to its memory, JavaScript’s heap and what lies outside of it', async () => {
    // However slow the machine is: its time is no matter here.
    const anyTime = limits({ time: 250_000, cpu: 250 })
    const outside = script('const kept = []; for (;;) kept.push(Buffer.alloc(20_000_000, 1))')
    await expect(runApart(outside, '', anyTime)).rejects.toBe(large)
    // Few and large: with many small ones it is collecting that takes the time, again and again before it gives up.
    const heap = script('const kept = []; for (let i = 0; ; i++) kept.push(new Array(1e6).fill(i + 0.5))')
    await expect(runApart(heap, '', anyTime)).rejects.toBe(large)
  })

  it('is held to its time and its processor, and to the length of its answer', async () => {
    await expect(runApart(script('setInterval(() => {}, 1000)'), '', limits({ time: 300 }))).rejects.toBe(late)
    await expect(runApart(script('for (;;);'), '', limits({ cpu: 1 }))).rejects.toBe(late)
    const talker = script('const t = "x".repeat(1e6); for (let i = 0; i < 60; i++) process.stdout.write(t)')
    await expect(runApart(talker, '', limits())).rejects.toBe(large)
  })

  it('that breaks is a fault of ours, with its last words', async () => {
    await expect(runApart(script('throw new Error("ran aground")'), '', limits())).rejects.toThrow('ran aground')
    await expect(runApart(join(dir, 'nowhere.mjs'), '', limits())).rejects.toThrow('ended early')
  })
})

describe('the inspection', () => {
  let place: { script: string; shelf: string; tmp: string }
  let parcel: Uint8Array
  beforeAll(async () => {
    // Beside the packages it needs.
    const file = join(root, '.nuxt', 'inspector-for-tests.mjs')
    await bundleBeside(root, 'inspector.mjs', file)
    place = { script: file, shelf: join(root, 'templates'), tmp: dir }
    parcel = await demoParcel()
  })
  const inspect = async (bytes: Uint8Array, change: Parameters<typeof inspectApart>[3] = {}) => {
    const path = join(dir, `parcel-${Math.random()}.zip`)
    writeFileSync(path, bytes)
    return inspectApart(
      place,
      path,
      async ({ manifest, findings, files }) => {
        const kept: string[] = []
        for await (const { name } of files()) kept.push(name)
        return { manifest, findings, kept }
      },
      change,
    )
  }
  const withAsset = (name: RegExp, bytes: Uint8Array) =>
    forge(parcel, (files) => {
      const found = [...files.keys()].find((one) => name.test(one))!
      files.set(found, bytes)
    })

  it('of a good parcel finds what the check finds, keeps art and sounds, and leaves nothing behind', async () => {
    const { manifest, findings, kept } = await inspect(parcel)
    expect(manifest.template.id).toBe(windfall.id)
    expect(findings.some((finding) => finding.severity === 'must')).toBe(false)
    expect(kept).toContain('icon-192.png')
    expect(kept.some((name) => name.startsWith('assets/') && name.endsWith('.wav'))).toBe(true)
    for (const own of ['index.html', 'player.js', 'game.json', 'credits.html']) expect(kept).not.toContain(own)
    expect(readdirSync(dir).filter((name) => name.startsWith('inspection-'))).toEqual([])
  })

  it('takes a sound that unpacks to gigabytes for what it is, within its memory', async () => {
    const wav = tone(0.5).bytes.slice()
    new DataView(wav.buffer).setUint16(22, 65535, true)
    for (const bomb of [flacOfSilence(2000, 8, 1), wav]) {
      const { findings } = await inspect(withAsset(/^assets\/.*\.wav$/, bomb))
      expect(findings.some((finding) => finding.severity === 'must')).toBe(true)
    }
  })

  it('that takes too long or too much is given up with a sentence', async () => {
    await expect(inspect(parcel, { ms: 50 })).rejects.toThrow('took the arcade longer than two minutes')
    await expect(inspect(parcel, { memoryMb: 60 })).rejects.toThrow('unpacks to more than the arcade has room for')
    await expect(inspect(new Uint8Array([1, 2, 3]))).rejects.toThrow('is not a whole ZIP file')
  })
})

describe('playing again', () => {
  let replayerFile: string
  beforeAll(async () => {
    replayerFile = join(dir, 'replayer.mjs')
    await bundleBeside(root, 'replayer.mjs', replayerFile)
  })

  it('gives what the play gave, and asks for the game once', async () => {
    const pack = puffinCatch()
    const replayer = makeReplayer(replayerFile)
    let asked = 0
    const doc = async () => {
      asked++
      return buildGameDoc(windfall, pack)
    }
    for (const seed of [3, 4]) {
      const { proof, score } = scoredPlay(pack, seed)
      expect(await replayer.play('game:1', doc, proof, 60_000)).toMatchObject({ score })
    }
    expect(asked).toBe(1)
    replayer.close()
  })

  it('of a play that is made to take for ever is ended, and the next one is answered', async () => {
    const pack = puffinCatch()
    // Every shape as hard to test as its schema allows, and as many things in the air as there can be.
    const points = Array.from({ length: 64 }, (_, i) => ({ x: (i % 8) / 7, y: Math.floor(i / 8) / 7 }))
    const hero = pack.parts['hero']
    const slow: Pack = {
      ...pack,
      parts: {
        ...pack.parts,
        ...(hero?.kind === 'sprite' ? { hero: { ...hero, hitShape: points, height: 10 } } : {}),
        gap: { kind: 'dial', value: 0.1 },
        lives: { kind: 'dial', value: 99 },
      },
    }
    const replayer = makeReplayer(replayerFile, 1)
    const runs = [36_000, 0, -1, -1, 0, 36_000, 1, -1, -1, 0]
    const play = replayer.play('slow:1', async () => buildGameDoc(windfall, slow), { seed: 1, plays: 1, runs }, 60_000)
    await expect(play).rejects.toBeInstanceOf(TooMuch)
    const patient = makeReplayer(replayerFile)
    const { proof, score } = scoredPlay(pack, 5)
    expect(await patient.play('game:1', async () => buildGameDoc(windfall, pack), proof, 60_000)).toMatchObject({
      score,
    })
    replayer.close()
    patient.close()
  })
})
