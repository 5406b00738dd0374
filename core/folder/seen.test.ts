import { describe, expect, it } from 'vitest'
import { folderGame, folderWorkplace } from '../../tests/support/folder-games'
import { newPack } from '../pack/pack'
import { makeFolderTemplate } from './make'
import { openFolder } from './open'
import { partForText, partsOfColour } from './seen'

const { template } = await makeFolderTemplate(openFolder(await folderGame('crates'), 'crates.zip'), folderWorkplace)
const pack = newPack(template, 'a-pack-for-tests')

describe('what was seen of a game', () => {
  it('is, of a colour, the parts of the topmost one that any is of', () => {
    expect(partsOfColour(template, pack, ['#123456', '#22302a', '#3d4f42'])).toEqual(['colour-line-1'])
    expect(partsOfColour(template, pack, ['#123456'])).toEqual([])
  })

  it('is, of a colour that was changed, the part that has it now', () => {
    const repainted = { ...pack, parts: { 'fill-style': { kind: 'colour' as const, value: '#22302a' } } }
    expect(partsOfColour(template, repainted, ['#22302a'])).toEqual(['fill-style', 'colour-line-1'])
    expect(partsOfColour(template, repainted, ['#3d4f42'])).toEqual([])
  })

  it('is, of a text, the part with the longest words in it', () => {
    const part = partForText(template, pack, 'The  lower yard')
    expect(template.parts.find(({ id }) => id === part)?.content).toMatchObject({ text: 'The lower yard' })
    expect(partForText(template, pack, 'Something else')).toBeNull()
  })
})
