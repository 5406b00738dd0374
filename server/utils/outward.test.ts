import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { allowedOrigins, isPublicAddress, safeAddress, sendOutward } from './outward'

const allow = (hosts: string) => vi.stubGlobal('useRuntimeConfig', () => ({ webdavHosts: hosts }))
const resolvesTo = (...addresses: string[]) =>
  (async () => addresses.map((address) => ({ address, family: address.includes(':') ? 6 : 4 }))) as never

let server: Server | null = null
afterEach(() => server?.close())
async function listen(answer: (url: string) => { status: number; location?: string }): Promise<string> {
  const made = createServer((request, response) => {
    const { status, location } = answer(request.url ?? '')
    response.writeHead(status, location === undefined ? {} : { location }).end('said')
  })
  server = made
  await new Promise<void>((resolve) => made.listen(0, '127.0.0.1', resolve))
  return `http://127.0.0.1:${(made.address() as AddressInfo).port}`
}

describe('requests that leave the server', () => {
  it('know which addresses are public', () => {
    for (const inside of [
      '127.0.0.1',
      '10.1.2.3',
      '172.16.0.1',
      '192.168.1.1',
      '169.254.169.254',
      '100.64.0.1',
      '0.0.0.0',
      '224.0.0.1',
      '::1',
      'fe80::1',
      'fd00::1',
      '::ffff:127.0.0.1',
      '64:ff9b::7f00:1',
      'no address',
    ])
      expect(isPublicAddress(inside), inside).toBe(false)
    for (const outside of ['93.184.215.14', '2606:2800:21f:cb07:6820:80da:af6b:8b2c'])
      expect(isPublicAddress(outside), outside).toBe(true)
  })

  it('go to origins on the list only, and to none where the list is empty or makes no sense', async () => {
    allow('')
    expect(allowedOrigins()).toEqual([])
    allow(' https://dav.example/x , nonsense, http://127.0.0.1:8080')
    expect(allowedOrigins()).toEqual(['https://dav.example', 'http://127.0.0.1:8080'])
    const here = await listen(() => ({ status: 200 }))
    await expect(sendOutward(`${here}/`, { method: 'PUT' })).rejects.toThrow('does not send to')
    await expect(sendOutward('no address', {})).rejects.toThrow('not an address')
    await expect(sendOutward('file:///etc/passwd', {})).rejects.toThrow('does not send to')
    allow(here)
    expect((await sendOutward(`${here}/`, {})).status).toBe(200)
  })

  it('to a name never end in a private network, however it resolves', async () => {
    const url = new URL('https://dav.example/')
    expect(await safeAddress(url, resolvesTo('93.184.215.14'))).toEqual({ address: '93.184.215.14', family: 4 })
    for (const inside of ['127.0.0.1', '10.0.0.8', '::1'])
      await expect(safeAddress(url, resolvesTo('93.184.215.14', inside))).rejects.toThrow('private network')
    await expect(safeAddress(url, resolvesTo())).rejects.toThrow('cannot be found')
  })

  it('follow no redirect', async () => {
    const here = await listen((url) =>
      url === '/' ? { status: 302, location: 'http://169.254.169.254/secret' } : { status: 200 },
    )
    allow(here)
    await expect(sendOutward(`${here}/`, {})).rejects.toThrow('not led on')
  })
})
