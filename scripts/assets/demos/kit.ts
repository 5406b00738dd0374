import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { TOPICS } from '../../../core/label/age-guide'
import type { Label } from '../../../core/label/label'
import type { PartContent } from '../../../core/kinds'
import { newPack, type Pack } from '../../../core/pack/pack'
import { Template } from '../../../core/template/template'
import { assetReader, makeSprite, MADE_ON, type SpriteRecipe } from '../recipe'

/** What demo packs are put together with: the Saltwick files, brought in as a user would. */
export function kit(template: string, files: string) {
  const reader = assetReader(files, { author: 'harbour-club', licence: 'CC0-1.0' })
  const sprite = (recipe: SpriteRecipe) => makeSprite(recipe, reader, '')
  const sound = async (file: string, kind: 'sound' | 'music' = 'sound'): Promise<PartContent> => ({
    kind,
    asset: await reader.read(file),
    gainDb: kind === 'music' ? -4 : 0,
  })
  const picture = async (file: string): Promise<PartContent> => ({
    kind: 'picture',
    asset: await reader.read(file),
    fit: 'cover',
    crisp: true,
  })
  const words = (text: string): PartContent => ({ kind: 'wording', text, scale: 1 })
  const single = (file: string, clip: string, height: number, columns = 1): SpriteRecipe => ({
    file,
    columns,
    rows: 1,
    clips: { [clip]: { row: 0, fps: 5 } },
    pivot: { x: 0.5, y: 0.5 },
    height,
  })
  const finish = (id: string, parts: Record<string, PartContent>, pixels: number, label: Partial<Label>): Pack => {
    const home = join(import.meta.dirname, '../../../templates', template, 'template.json')
    const pack = newPack(Template.parse(JSON.parse(readFileSync(home, 'utf8'))), `demo-${id}`)
    return {
      ...pack,
      parts,
      pixels,
      assets: Object.fromEntries(
        Object.entries(reader.assets).map(([hash, asset]) => [hash, { ...asset.facts, imported: MADE_ON }]),
      ),
      createdFrom: `demo:${id}`,
      label: { ...pack.label, author: 'harbour-club', ageGuide: { ...MILD }, ...label },
    }
  }
  return { reader, sprite, sound, picture, words, single, finish }
}

/** Things bump and splash; nothing else. */
export const MILD = Object.fromEntries(TOPICS.map((topic) => [topic, topic === 'fighting' ? 'bumps' : 'none']))
