import { beforeEach, describe, expect, it, vi } from 'vitest'
import { asked } from '../../tests/support/asked'
import { gamesOrigin, isForGames, isSecure, publicOrigin } from './origins'

const configured = (config: Record<string, unknown> = {}) => vi.stubGlobal('useRuntimeConfig', () => config)
const from = (host: string, more: Record<string, string> = {}) => asked('/', { headers: { host, ...more } })
beforeEach(() => configured())

describe('the arcade’s own address', () => {
  it('is the keeper’s, whatever a request says', () => {
    configured({ publicOrigin: 'https://arcade.example/', gamesOrigin: 'https://games.example' })
    for (const host of ['arcade.example', 'evil.example', 'localhost:3000']) {
      expect(publicOrigin(from(host))).toBe('https://arcade.example')
      expect(gamesOrigin(from(host))).toBe('https://games.example')
      expect(isSecure(from(host))).toBe(true)
    }
  })

  it('without a setting is what was asked where that is this machine or its own network, and no other host', () => {
    expect(publicOrigin(from('localhost:3000'))).toBe('http://localhost:3000')
    expect(publicOrigin(from('192.168.1.7:3000'))).toBe('http://192.168.1.7:3000')
    expect(publicOrigin(from('[::1]:3000'))).toBe('http://[::1]:3000')
    expect(publicOrigin(from('quay.local'))).toBe('http://quay.local')
    for (const host of ['evil.example', '198.51.0.1', '', 'a b', 'localhost:3000@evil.example'])
      expect(publicOrigin(from(host))).toBe('http://localhost:3000')
    expect(publicOrigin(from('localhost', { 'x-forwarded-host': '192.168.1.9' }))).toBe('http://localhost')
  })

  it('and that of games are never the same', () => {
    for (const host of ['localhost:3000', '192.168.1.7', 'evil.example'])
      expect(new URL(gamesOrigin(from(host))).host).not.toBe(new URL(publicOrigin(from(host))).host)
    expect(gamesOrigin(from('192.168.1.7:3000'))).toBe('http://192.168.1.7:3001')
    configured({ gamesPort: '4100' })
    expect(gamesOrigin(from('localhost:3000'))).toBe('http://localhost:4100')
  })

  it('tells games by their port, or by their host where they have one', () => {
    expect(isForGames(from('localhost:3000'))).toBe(false)
    configured({ gamesOrigin: 'https://games.example' })
    expect(isForGames(from('games.example'))).toBe(true)
    expect(isForGames(from('arcade.example'))).toBe(false)
  })
})
