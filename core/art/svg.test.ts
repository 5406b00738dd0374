// @vitest-environment jsdom
import { describe, expect, it } from 'vitest'
import { UserError } from '../errors'
import { sniff } from './sniff'
import { checkDrawn, isTooFar, plainSvg, pointsOutside, SVG_LIMITS, textOfXml } from './svg'
import { processorMs } from '../../tests/support/until'

const bytes = (text: string) => new TextEncoder().encode(text)
const NS = 'xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"'
const rootOf = (text: string) => new DOMParser().parseFromString(text, 'image/svg+xml').documentElement

describe('the text of an SVG', () => {
  it('goes without instructions and document type, and keeps the names the type stands for', () => {
    const text = plainSvg(
      'a.svg',
      bytes(
        `<?xml version="1.0"?><!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "svg11.dtd" [<!ENTITY ns "http://www.w3.org/2000/svg"> <!ENTITY t "Tide">]><svg xmlns="&ns;"><title>&t; &amp; foam</title></svg>`,
      ),
    )
    expect(text).toBe('<svg xmlns="http://www.w3.org/2000/svg"><title>Tide &amp; foam</title></svg>')
    expect(rootOf(text).namespaceURI).toBe('http://www.w3.org/2000/svg')
  })
  it('does not follow entities in entities, or out of the file', () => {
    const lol = `<!DOCTYPE svg [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;"><!ENTITY c SYSTEM "file:///etc/passwd">]><svg ${NS}>&b;&c;</svg>`
    const text = plainSvg('a.svg', bytes(lol))
    expect(text).toContain('&b;')
    expect(text).not.toContain('aaaa')
  })
  it('is read in any of the codings XML allows, and known by its bytes with a type of its own', () => {
    const text = `<svg ${NS} width="20" height="10"/>`
    const wide = new Uint8Array(2 + text.length * 2)
    wide.set([0xff, 0xfe])
    for (let i = 0; i < text.length; i++) wide[2 + i * 2] = text.charCodeAt(i)
    expect(textOfXml(wide)).toBe(text)
    expect(sniff(wide)).toMatchObject({ mime: 'image/svg+xml', width: 20, height: 10 })
    expect(sniff(bytes(`<!DOCTYPE svg [<!ENTITY x "a>b">]>\n${text}`))?.mime).toBe('image/svg+xml')
  })
  it('is refused in one sentence where there is too much of it', () => {
    const many = `<svg ${NS}>${'<g/>'.repeat(SVG_LIMITS.elements * 2 + 1)}</svg>`
    expect(() => plainSvg('huge.svg', bytes(many))).toThrow(/huge\.svg.*Save it as PNG/)
    expect(() => plainSvg('fat.svg', new Uint8Array(SVG_LIMITS.bytes + 1))).toThrow(UserError)
  })
})

describe('what drawing an SVG takes', () => {
  const check = (inner: string) => checkDrawn('x.svg', rootOf(`<svg ${NS}>${inner}</svg>`))
  it('counts what is used again each time, before anything is drawn', () => {
    const levels = Array.from(
      { length: 12 },
      (_, i) => `<g id="l${i + 1}">${`<use xlink:href="#l${i}"/>`.repeat(10)}</g>`,
    )
    const began = processorMs()
    expect(() => check(`<defs><g id="l0"><circle r="1"/></g>${levels.join('')}</defs><use href="#l12"/>`)).toThrow(
      /more things than this can show/,
    )
    expect(processorMs() - began).toBeLessThan(1000)
    check(`<defs><g id="a"><circle r="1"/></g></defs>${'<use href="#a"/>'.repeat(50)}`)
  })
  it('is not caught in circles', () => {
    check('<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g><use href="#a"/>')
    check('<pattern id="p"><rect fill="url(#p)"/></pattern><rect fill="url(#p)"/>')
  })
  it('counts markers at each point of a path, and effects', () => {
    const path = Array.from({ length: 9000 }, (_, i) => `${i} ${i % 7}`).join(' ')
    const marker = '<marker id="m">' + '<path d="M0 0"/>'.repeat(10) + '</marker>'
    expect(() => check(`${marker}<path marker-mid="url(#m)" d="M ${path}"/>`)).toThrow(UserError)
    const filter = '<filter id="f"><feGaussianBlur stdDeviation="2"/></filter>'
    expect(() => check(filter + '<g filter="url(#f)"/>'.repeat(SVG_LIMITS.filters + 1))).toThrow(/effects/)
    check(filter + '<g filter="url(#f)"/>'.repeat(5))
  })
  it('ends for anything that can be written', () => {
    let seed = 7
    const random = (most: number) => (seed = (seed * 48271) % 2147483647) % most
    const names = ['g', 'use', 'pattern', 'mask', 'marker', 'clipPath', 'filter', 'defs', 'path', 'symbol']
    for (let run = 0; run < 120; run++) {
      let inner = ''
      const open: string[] = []
      for (let i = 0; i < 60; i++) {
        const name = names[random(names.length)]!
        const at = [
          `id="i${random(12)}"`,
          `href="#i${random(12)}"`,
          `fill="url(#i${random(12)})"`,
          `mask="url(#i${random(12)})"`,
        ]
        inner += `<${name} ${at.filter((_, k) => random(2) === k % 2).join(' ')}>`
        if (random(3) > 0) inner += `</${name}>`
        else open.push(name)
        if (open.length > 0 && random(4) === 0) inner += `</${open.pop()!}>`
      }
      inner += open
        .reverse()
        .map((name) => `</${name}>`)
        .join('')
      try {
        check(inner)
      } catch (error) {
        expect(error).toBeInstanceOf(UserError)
      }
    }
  })
})

describe('attributes', () => {
  it('that point out of the file, or make an effect go too far, are seen', () => {
    for (const bad of ['url(http://x.example/a)', "@import 'a.css'", 'url( "//x" )', 'url(data:image/svg+xml,x)'])
      expect(pointsOutside(bad), bad).toBe(true)
    for (const good of ['url(#a)', 'url("#a")', 'fill:red', 'url(data:image/png;base64,AA)'])
      expect(pointsOutside(good), good).toBe(false)
    expect(isTooFar('numOctaves', '900')).toBe(true)
    expect(isTooFar('stdDeviation', '3 4')).toBe(false)
    expect(isTooFar('x', '90000')).toBe(false)
  })
})
