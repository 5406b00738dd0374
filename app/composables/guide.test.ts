import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { FEWEST_LINES, MOST_LINES } from '@core/template/guide'
import { drawingIn } from '@core/kinds'
import { root, TEMPLATES } from '../../tests/support/fixtures'
import { TOOLS } from '../stores/workbench'
import { WORDING_TOOLS } from '../stores/wording'
import { SOUND_TOOLS } from '../stores/sound-bench'
import { placesOf } from './guide'

/** Acts that the application's own files name. */
const acts = new Set(
  execFileSync('grep', ['-rhoE', 'data-act="[a-z-]+"', 'app'], { cwd: root, encoding: 'utf8' })
    .split('\n')
    .map((line) => line.slice('data-act="'.length, -1)),
)
for (const tool of [...TOOLS, ...SOUND_TOOLS]) acts.add(`tool-${tool}`)
const tools: Record<string, readonly string[]> = { art: TOOLS, sound: SOUND_TOOLS, wording: WORDING_TOOLS }
const labelPage = readFileSync(join(root, 'app/pages/packs/[id]/label.vue'), 'utf8')
const rows = new Set([...labelPage.matchAll(/<Label\w+[^>]*\bid="(\w+)"/g)].map((found) => found[1]))

describe.each(Object.entries(TEMPLATES))('the guide of %s', (_id, template) => {
  const guide = template.guide ?? []

  it('has ten to twenty questions, each once, and begins with its own', () => {
    expect(guide.length).toBeGreaterThanOrEqual(FEWEST_LINES)
    expect(guide.length).toBeLessThanOrEqual(MOST_LINES)
    expect(new Set(guide.map((line) => line.say)).size).toBe(guide.length)
    for (const { say } of guide) expect(say).toMatch(/^How do I .+\?$/)
    for (const { part } of guide.slice(0, 3)) expect(template.parts.map((spec) => spec.id)).toContain(part)
  })

  it('leads to what is there: parts, tools, rows of the label, acts that can be pressed', () => {
    for (const { say, part, entry, desk, tool, section, press, stop } of guide) {
      const spec = template.parts.find((one) => one.id === part)
      if (part !== undefined) expect(spec, say).toBeDefined()
      if (entry !== undefined) expect(drawingIn(spec!.content, entry), say).toBeDefined()
      if (tool !== undefined) expect(tools[desk!], say).toContain(tool)
      if (section !== undefined) expect([stop, rows.has(section)], say).toEqual(['label', true])
      if (press !== undefined) expect([...acts], say).toContain(press)
    }
  })
})

describe('where a line points', () => {
  it('is the act, then the row, then the part in the inspector or the list, then the screen itself', () => {
    const say = 'How do I do it?'
    expect(placesOf({ say, part: 'hero', press: 'replace' })).toEqual(['[data-act="replace"]'])
    expect(placesOf({ say, stop: 'label', section: 'who' })).toEqual(['#label-who'])
    expect(placesOf({ say, part: 'pace' })).toEqual(['[data-at="pace"]', '[data-part="pace"]'])
    expect(placesOf({ say, desk: 'mix' })).toEqual(['[data-testid^="desk-"] h2'])
    expect(placesOf({ say, stop: 'check' })).toEqual(['main h1'])
  })
})
