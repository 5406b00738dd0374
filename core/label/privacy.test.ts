import { describe, expect, it } from 'vitest'
import { frameAncestors, linksIn, originOf, Privacy, privacyStatement, tooYoungForEmail } from './privacy'

const privacy = (change: Partial<Privacy> = {}): Privacy => ({ ...Privacy.parse({}), ...change })

describe('privacy', () => {
  it('claims nothing of a game that runs code of somebody else', () => {
    expect(privacyStatement(privacy(), 0, true).join()).toMatch(/Of other places where it is put nothing is known/)
    expect(privacyStatement(privacy(), 0, true).join()).not.toContain('sends nothing')
  })

  it('collects nothing by default, and says so', () => {
    const lines = privacyStatement(privacy(), 0).join(' ')
    expect(lines).toContain('sends nothing to anybody')
    expect(lines).not.toMatch(/table|counted|e-mail address,/)
  })

  it('says each thing that is switched on, and no more that nothing is sent', () => {
    const email = { purpose: 'to say when it goes on', keeper: 'harbour-club', days: 30 }
    const lines = privacyStatement(privacy({ scores: true, plays: true, email }), 2).join(' ')
    for (const word of ['made-up name', 'counted', 'harbour-club', 'to say when it goes on', '30 days', '2 links'])
      expect(lines).toContain(word)
    expect(lines).not.toContain('sends nothing')
    expect(privacyStatement(privacy({ asks: ['microphone'] }), 1).join(' ')).toContain('asks for your microphone')
  })

  it('asks nobody under 15 for an address, nor anybody before the age is known', () => {
    expect([null, 'everyone', '8', '11', '15'].map((band) => tooYoungForEmail(band as null))).toEqual([
      true,
      true,
      true,
      true,
      false,
    ])
  })

  it('reads sites as origins, and refuses what is none', () => {
    expect(originOf('club.example')).toBe('https://club.example')
    expect(originOf(' HTTPS://Club.Example/ ')).toBe('https://club.example')
    expect(originOf('https://club.example:8443')).toBe('https://club.example:8443')
    expect(originOf('http://localhost:4000')).toBe('http://localhost:4000')
    for (const wrong of [
      '',
      'club',
      'http://club.example',
      'https://club.example/path',
      "x'; script-src *",
      'a b.c',
      '*',
    ])
      expect(originOf(wrong), wrong).toBeNull()
  })

  it('frames: anybody, the named ones, or nobody but the arcade; nothing typed gets into the header as it is', () => {
    expect(frameAncestors(privacy())).toBe('*')
    expect(frameAncestors(privacy({ framing: 'none' }))).toBe("'self'")
    expect(frameAncestors(privacy({ framing: 'named', sites: ['https://a.example', "*; script-src 'none'"] }))).toBe(
      "'self' https://a.example",
    )
  })

  it('finds links in texts', () => {
    expect(linksIn('See https://a.example/x and www.b.example, not c.example.')).toHaveLength(2)
  })
})
