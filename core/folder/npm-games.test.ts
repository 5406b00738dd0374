import { describe, expect, it } from 'vitest'
import { folderWorkplace, layerPlaceOf } from '../../tests/support/folder-games'
import { NPM_GAMES, npmGame } from '../../tests/support/npm-games'
import { newPack } from '../pack/pack'
import { hashOf } from '../pack/hash'
import { Template } from '../template/template'
import { applyLayer } from './layer'
import { makeFolderTemplate } from './make'
import { openFolder } from './open'

describe('games that nobody here made', () => {
  it.each(NPM_GAMES)(
    '%s: its pictures and sounds are parts, its terms are read, and its files stay as they are',
    async (game) => {
      const opened = openFolder(await npmGame(game), `${game}.zip`)
      const { template, bytes } = await makeFolderTemplate(opened, folderWorkplace)
      expect(Template.parse(JSON.parse(JSON.stringify(template)))).toEqual(template)
      // One of them may be had under the MIT licence or the GPL, as one likes.
      expect(template.licence).toBe('MIT')
      const swapped = new Set(Object.values(template.folder.places).flatMap((at) => (at.at === 'file' ? at.paths : [])))
      const shown = [...opened.files.keys()].filter((path) => /\.(png|jpe?g|gif|svg|mp3|ogg|wav)$/.test(path))
      expect(shown.filter((path) => !swapped.has(path))).toEqual([])
      expect(template.parts.some(({ content }) => content.kind === 'wording')).toBe(true)
      expect(template.parts.some(({ content }) => content.kind === 'dial')).toBe(true)
      const pack = newPack(template, 'a-pack-for-tests')
      const { files } = await applyLayer(template, pack, layerPlaceOf(template, pack, bytes))
      for (const [path, { hash }] of Object.entries(template.folder.files)) expect(hashOf(files.get(path)!)).toBe(hash)
    },
  )

  it('are taken with what lies above their page and is asked for, by a script too', async () => {
    const { page, files } = openFolder(await npmGame('coquette'), 'coquette.zip')
    expect(page).toBe('demos/advanced/index.html')
    expect([...files.keys()]).toContain('coquette.js')
  })

  it('have one sound of three formats as one part', async () => {
    const opened = openFolder(await npmGame('quintus'), 'quintus.zip')
    expect(opened.page).toBe('index.html')
    const { template } = await makeFolderTemplate(opened, folderWorkplace)
    const coin = template.parts.find(({ name }) => name === 'Coin')!
    expect(template.folder.places[coin.id]).toEqual({
      at: 'file',
      paths: ['audio/coin.mp3', 'audio/coin.ogg', 'audio/coin.wav'],
    })
  })
})
