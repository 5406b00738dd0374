import { describe, expect, it } from 'vitest'
import { hashOf } from '../pack/hash'
import { newPack, type Pack } from '../pack/pack'
import type { PartContent } from '../kinds'
import { unzipSafely } from '../parcel/unzip'
import { Template, type FolderTemplate } from '../template/template'
import { decodeSound } from '../sound/decode'
import { sniff } from '../art/sniff'
import { decodeGif } from '../art/animation'
import { encodeGif } from '../art/gif'
import { decodePicture } from '../../server/inspector/decode'
import {
  FOLDER_GAMES,
  folderGame,
  folderWorkplace,
  layerPlaceOf,
  type FolderGame,
} from '../../tests/support/folder-games'
import { withBeside } from './beside-page'
import { applyLayer } from './layer'
import { changedPaths } from './layer-paths'
import { makeFolderTemplate } from './make'
import { openFolder } from './open'
import { buildFolderParcel } from './parcel'
import { partForText, withMet } from './seen'
import { disc, drawerFile } from '../../tests/support/fixtures'
import { newFacts } from '../art/take-in'

async function made(game: FolderGame) {
  return makeFolderTemplate(openFolder(await folderGame(game), `${game}.zip`), folderWorkplace)
}
const own = (template: FolderTemplate, parts: Pack['parts'], assets: Pack['assets'] = {}): Pack => ({
  ...newPack(template, 'a-pack-for-tests'),
  parts,
  assets,
})
const text = (bytes: Uint8Array | undefined) => new TextDecoder().decode(bytes)
const partCalled = (template: FolderTemplate, name: string) => {
  const found = template.parts.find((spec) => spec.name === name)
  if (found === undefined) throw new Error(`no part called ${name}`)
  return found
}

describe('a template of a folder', () => {
  it.each(FOLDER_GAMES)('is made of %s, and reads through its schema', async (game) => {
    const { template, bytes } = await made(game)
    expect(Template.parse(JSON.parse(JSON.stringify(template)))).toEqual(template)
    for (const { hash } of Object.values(template.folder.files)) expect(bytes.has(hash)).toBe(true)
    for (const [hash, content] of bytes) expect(hashOf(content)).toBe(hash)
  })

  it('is the same for the same files', async () => {
    expect((await made('pots')).template).toEqual((await made('pots')).template)
  })

  it('finds pictures, cells, sounds, words, numbers and colours where they stand', async () => {
    const { template } = await made('pots')
    const says = Object.fromEntries(template.parts.map(({ name, content }) => [name, content]))
    expect(says['Boat']).toMatchObject({ kind: 'sprite' })
    expect(Object.values((says['Boat'] as { clips: object }).clips)[0].frames).toHaveLength(4)
    expect(says['Splash']).toMatchObject({ kind: 'sound' })
    expect(says['Boat speed']).toEqual({ kind: 'dial', value: 3.2 })
    expect(says['Sea']).toEqual({ kind: 'colour', value: '#1690b8' })
    expect(says['Press Enter to cast off']).toMatchObject({ kind: 'wording' })
    // Names of keys are no words of the game.
    expect(Object.keys(says)).not.toContain('Enter')
  })

  it('finds what is written into a page as data:', async () => {
    const { template } = await made('one-page')
    const kinds = Object.entries(template.folder.places)
      .filter(([, place]) => place.at === 'span' && place.as === 'data')
      .map(([part]) => template.parts.find(({ id }) => id === part)!.content.kind)
    expect(kinds.sort()).toEqual(['picture', 'sound', 'sprite'])
  })

  it('leaves out what no pack could hold, and still opens', async () => {
    const page = `<title>Long</title><p>${'word '.repeat(900)}</p><script>const tiny = 5e-324; const far = 1e300</script>`
    const files = new Map<string, Uint8Array>([['index.html', new TextEncoder().encode(page)]])
    for (let i = 0; i < 70; i++) files.set(`p/${i}.png`, drawerFile('gull.png'))
    const { template } = await makeFolderTemplate(openFolder(files, 'g'), folderWorkplace)
    expect(Template.safeParse(JSON.parse(JSON.stringify(template))).success).toBe(true)
    expect(template.parts.map(({ name }) => name)).toContain('Long')
    expect(template.parts.map(({ name }) => name)).not.toContain('Far')
    expect(Object.keys(template.folder.places).sort()).toEqual(template.parts.map(({ id }) => id).sort())
  })

  it('offers of too many numbers those that are felt, not the key codes of a library', async () => {
    const library = Array.from({ length: 130 }, (_, i) => `tileW${i}: ${i + 2}`).join(', ')
    const script = `const lib = { ${library}, up: 38 }\nconst hero = { jumpSpeed: 400, pose: 7 }`
    const page = `<!doctype html><script>${script}</script>`
    const files = new Map([['index.html', new TextEncoder().encode(page)]])
    const { template } = await makeFolderTemplate(openFolder(files, 'crowd.zip'), folderWorkplace)
    const names = template.parts.map(({ name }) => name)
    expect(names).toEqual(expect.arrayContaining(['Jump speed', 'Pose']))
    expect(names).not.toContain('Up')
    expect(names).toHaveLength(120)
    expect(template.folder.told.join()).toMatch(/132 numbers were found; 120 that seem to say most are parts/)
  })

  it('takes the terms from the folder, and says where code has lost its names', async () => {
    const { template } = await made('lanterns')
    expect(template).toMatchObject({ licence: 'MIT', author: 'Saltwick Harbour Club' })
    expect((await made('crates')).template.folder.told.join()).toContain('Names were taken out of game.min.js')
  })

  it('knows the part of a text that was put together in play, and what was met when', async () => {
    const { template } = await made('pots')
    const pack = own(template, {})
    expect(partForText(template, pack, 'POTS 3/12')).toBe(partCalled(template, 'POTS').id)
    expect(partForText(template, pack, 'nothing of it')).toBeNull()
    const boat = partCalled(template, 'Boat').id
    const next = withMet(template, new Set([boat]), 'play')
    expect(next.parts.find(({ id }) => id === boat)).toMatchObject({ met: true, moment: 'play' })
    expect(withMet(next, new Set([boat]), 'end')).toBe(next)
  })
})

describe('a pack over a folder', () => {
  it('leaves every byte that nobody changed', async () => {
    for (const game of FOLDER_GAMES) {
      const { template, bytes } = await made(game)
      const { files } = await applyLayer(template, own(template, {}), layerPlaceOf(template, own(template, {}), bytes))
      for (const [path, { hash }] of Object.entries(template.folder.files)) expect(hashOf(files.get(path)!)).toBe(hash)
    }
  })

  it('changes exactly the characters of a number, a colour and a word', async () => {
    const { template, bytes } = await made('pots')
    const parts: Record<string, PartContent> = {
      [partCalled(template, 'Boat speed').id]: { kind: 'dial', value: 4.5 },
      [partCalled(template, 'Sea').id]: { kind: 'colour', value: '#003355' },
      [partCalled(template, 'POT HAULER').id]: {
        kind: 'wording',
        text: `IT'S "A" ${'`'}NET${'`'} </script>`,
        scale: 1,
      },
      [partCalled(template, 'POTS').id]: { kind: 'wording', text: 'NETS ${x}', scale: 1 },
    }
    const pack = own(template, parts)
    const was = await folderGame('pots')
    const { files } = await applyLayer(template, pack, layerPlaceOf(template, pack, bytes))
    expect(text(files.get('js/boat.js'))).toBe(text(was.get('js/boat.js')).replace('3.2', '4.5'))
    const main = text(files.get('js/main.js'))
    expect(main).toContain("const SEA = '#003355'")
    expect(main).not.toContain('</script>')
    const said = /words\('((?:[^'\\]|\\.)*)', 230, 150\)/.exec(main)![1]!
    expect(new Function(`return '${said}'`)()).toBe(parts[partCalled(template, 'POT HAULER').id]!['text' as never])
    expect(main).toContain('`NETS \\${x} ${hauled}/${POTS}`')
    expect([...changedPaths(template, pack)].sort()).toEqual(['js/boat.js', 'js/main.js'])
  })

  it('writes what is dropped as what the path promises, in its size and cells', async () => {
    const { template, bytes } = await made('pots')
    const gull = drawerFile('gull.png')
    const call = drawerFile('gull-cry.wav')
    const [of, sound] = [hashOf(gull), hashOf(call)]
    const facts = (bytes_: Uint8Array) => newFacts('x', sniff(bytes_)!.mime, bytes_.length, sniff(bytes_)!, '')
    const size = sniff(gull)!
    const boat = partCalled(template, 'Boat')
    const sprite = boat.content as Extract<PartContent, { kind: 'sprite' }>
    const frame = { asset: of, x: 0, y: 0, w: size.width, h: size.height, hold: 1 }
    const parts: Record<string, PartContent> = {
      [boat.id]: { ...sprite, clips: { all: { frames: [frame], fps: 8, mode: 'loop' } } },
      [partCalled(template, 'Splash').id]: { kind: 'sound', asset: sound, gainDb: 0 },
    }
    const pack = own(template, parts, { [of]: facts(gull), [sound]: facts(call) })
    const all = new Map([...bytes, [of, gull], [sound, call]])
    const { files } = await applyLayer(template, pack, layerPlaceOf(template, pack, all))
    expect(sniff(files.get('img/boat.png')!)).toEqual({ mime: 'image/png', width: 128, height: 32 })
    const pixels = (await decodePicture(files.get('img/boat.png')!))!
    const inCell = (cell: number) => {
      let count = 0
      for (let y = 0; y < 32; y++)
        for (let x = cell * 32; x < cell * 32 + 32; x++) if (pixels.data[(y * 128 + x) * 4 + 3]! > 8) count++
      return count
    }
    expect(inCell(0)).toBeGreaterThan(50)
    expect([1, 2, 3].map(inCell)).toEqual([inCell(0), inCell(0), inCell(0)])
    const splash = files.get('sfx/splash.ogg')!
    expect(sniff(splash)!.mime).toBe('audio/ogg')
    const heard = await decodeSound(splash, 'audio/ogg')
    const meant = await decodeSound(call, 'audio/wav')
    expect(heard.channels[0]!.length / heard.sampleRate).toBeCloseTo(meant.channels[0]!.length / meant.sampleRate, 1)
  })

  it('writes a part in its own size where that is wanted, its larger copy larger, and a cell of a sheet never', async () => {
    const { template, bytes } = await made('pots')
    const gull = drawerFile('gull.png')
    const of = hashOf(gull)
    const size = sniff(gull)!
    const frame = { asset: of, x: 0, y: 0, w: size.width, h: size.height, hold: 1 }
    const written = async (name: string) => {
      const part = partCalled(template, name)
      const sprite = part.content as Extract<PartContent, { kind: 'sprite' }>
      const clips = { all: { frames: [frame], fps: 8, mode: 'loop' as const } }
      const pack = own(
        template,
        { [part.id]: { ...sprite, clips, ownSize: true } },
        { [of]: newFacts('x', 'image/png', gull.length, size, '') },
      )
      const { files } = await applyLayer(template, pack, layerPlaceOf(template, pack, new Map([...bytes, [of, gull]])))
      const place = template.folder.places[part.id]!
      return sniff(files.get(place.at === 'file' ? place.paths[0]! : '')!)
    }
    expect(await written('Pot')).toEqual({ mime: 'image/png', width: size.width, height: size.height })
    expect(await written('Boat')).toEqual({ mime: 'image/png', width: 128, height: 32 })
  })

  it('keeps a GIF moving where the game shows a GIF', async () => {
    const blink = await encodeGif([disc(32, 12, [200, 30, 30, 255]), disc(32, 8, [200, 30, 30, 255])], 200)
    const page = new TextEncoder().encode('<title>Blink</title><img src="lamp.gif" alt="A lamp">')
    const open = openFolder(new Map([['index.html', page], ['lamp.gif', blink]]), 'g') // prettier-ignore
    const { template, bytes } = await makeFolderTemplate(open, folderWorkplace)
    const lamp = partCalled(template, 'Lamp')
    const sprite = lamp.content as Extract<PartContent, { kind: 'sprite' }>
    const still = drawerFile('gull.png')
    const of = hashOf(still)
    const half = { asset: of, x: 0, y: 0, w: 8, h: sniff(still)!.height, hold: 2 }
    const clips = { all: { frames: [half, { ...half, x: 8 }, half], fps: 10, mode: 'loop' as const } }
    const facts = { [of]: newFacts('x', 'image/png', still.length, sniff(still)!, '') }
    const pack = own(template, { [lamp.id]: { ...sprite, clips } }, facts)
    const { files } = await applyLayer(template, pack, layerPlaceOf(template, pack, new Map([...bytes, [of, still]])))
    expect(decodeGif(files.get('lamp.gif')!)!.frames.map((one) => one.delayMs)).toEqual([200, 200, 200])
    expect(sniff(files.get('lamp.gif')!)).toEqual({ mime: 'image/gif', width: 32, height: 32 })
  })

  it('puts another picture into a data: address, and keeps its key', async () => {
    const { template, bytes } = await made('one-page')
    const gull = partCalled(template, 'Gull')
    const other = drawerFile('crab-pot.png')
    const of = hashOf(other)
    const size = sniff(other)!
    const frame = { asset: of, x: 0, y: 0, w: size.width, h: size.height, hold: 1 }
    const sprite = gull.content as Extract<PartContent, { kind: 'sprite' }>
    const parts = { [gull.id]: { ...sprite, clips: { all: { frames: [frame], fps: 8, mode: 'loop' as const } } } }
    const pack = own(template, parts, { [of]: newFacts('x', 'image/png', other.length, size, '') })
    const place = layerPlaceOf(template, pack, new Map([...bytes, [of, other]]))
    const { files, keys } = await applyLayer(template, pack, place)
    const before = text((await folderGame('one-page')).get('index.html'))
    const after = text(files.get('index.html'))
    expect(after).not.toBe(before)
    expect(after.replace(/data:[^"')]*/g, '')).toBe(before.replace(/data:[^"')]*/g, ''))
    expect([...keys.values()].sort()).toEqual(
      Object.entries(template.folder.places)
        .filter(([, at]) => at.at === 'span' && at.as === 'data')
        .map(([part]) => part)
        .sort(),
    )
  })

  it('is built as a parcel, twice the same', async () => {
    const { template, bytes } = await made('pots')
    const pack = own(template, { [partCalled(template, 'Boat speed').id]: { kind: 'dial', value: 5 } })
    const place = layerPlaceOf(template, pack, bytes)
    const [one, two] = [
      await buildFolderParcel({ template, pack, ...place }),
      await buildFolderParcel({ template, pack, ...place }),
    ]
    expect(hashOf(one.zip)).toBe(hashOf(two.zip))
    const files = unzipSafely(one.zip, 'parcel')
    expect([...files.keys()]).toEqual(
      expect.arrayContaining(['index.html', 'js/boat.js', 'credits.html', 'parcel.json']),
    )
    const manifest = JSON.parse(text(files.get('parcel.json')))
    expect(manifest).toMatchObject({
      format: 'pack-post-parcel',
      folder: { page: 'index.html', changed: ['js/boat.js'] },
    })
    for (const { name, sha256 } of manifest.files) expect(hashOf(files.get(name)!)).toBe(sha256)
  })

  it('says which of its files is gone', async () => {
    const { template } = await made('pots')
    const pack = own(template, {})
    await expect(applyLayer(template, pack, layerPlaceOf(template, pack, new Map()))).rejects.toThrow(
      /gone from this browser/,
    )
  })
})

describe('a page with our script before it', () => {
  const served = (page: string) => text(withBeside('index.html', new TextEncoder().encode(page), 'ours()'))
  it.each([
    ['<!doctype html><html lang="en"><head><title>A</title>', '<!doctype html><html lang="en"><head>@<title>A</title>'],
    ['<!-- one --><!DOCTYPE html>\n<p>Hello', '<!-- one --><!DOCTYPE html>\n@<p>Hello'],
    ['<p>Hello', '@<p>Hello'],
    [
      '<script src="a.js"></script><img alt="" src=b.png>',
      '@<script crossorigin src="a.js"></script><img crossorigin alt="" src=b.png>',
    ],
    [
      '<img src="data:image/png,x"><script>"<script src=x>"</script>',
      '@<img src="data:image/png,x"><script>"<script src=x>"</script>',
    ],
  ])('%s', (page, wanted) => {
    expect(served(page)).toBe(wanted.replace('@', '<script>ours()</script>'))
  })

  it('leaves other files as they are', () => {
    const bytes = new TextEncoder().encode('<p>')
    expect(withBeside('a.txt', bytes, 'x')).toBe(bytes)
  })
})

describe('what cannot be opened', () => {
  const files = (...names: string[]) =>
    new Map(names.map((name) => [name, new TextEncoder().encode('<p>Hello there</p>')]))
  it.each([
    ['no page', files('a.js'), /no index\.html/],
    [
      'two pages',
      files('a/index.html', 'b/index.html'),
      /2 pages it could begin with \(a\/index\.html, b\/index\.html\)/,
    ],
    ['a server', files('index.php', 'a.css'), /run by a server \(index\.php\)/],
    [
      '20,000 files',
      files(...Array.from({ length: 20_000 }, (_, i) => `f${i}.html`)),
      /holds 20000 files; 2000 is the most/,
    ],
    ['a name that no address takes', files('index.html', 'a?b.png'), /does not work in every address/],
  ])('%s', (_what, given, says) => {
    expect(() => openFolder(given, 'game.zip')).toThrow(says)
  })

  it('leaves out what systems leave behind, and what lies beside the game', () => {
    const opened = openFolder(
      files('__MACOSX/x/._index.html', 'x/index.html', 'x/.DS_Store', 'x/a.js', 'readme.txt'),
      'g',
    )
    expect([...opened.files.keys()]).toEqual(['index.html', 'a.js'])
    expect(opened.told).toEqual(['1 file beside the game’s own folder: left out, the game does not ask there.'])
  })

  it('takes what the page loads from beside its own folder', () => {
    const page = '<script src="../../lib/engine.js"></script>'
    const given = new Map([
      ...files('g/lib/engine.js', 'g/readme.txt'),
      ['g/games/one/index.html', new TextEncoder().encode(page)],
    ])
    expect(openFolder(given, 'g')).toMatchObject({ page: 'games/one/index.html' })
    expect([...openFolder(given, 'g').files.keys()]).toEqual(['lib/engine.js', 'readme.txt', 'games/one/index.html'])
  })

  it('tells of what is loaded from the root of a host', async () => {
    const page =
      '<link rel="stylesheet" href="a.css"><script src="//cdn.example/x.js"></script>\n<img src="/img/a.png">'
    const opened = openFolder(new Map([['index.html', new TextEncoder().encode(page)]]), 'g')
    const { told } = (await makeFolderTemplate(opened, folderWorkplace)).template.folder
    expect(told.filter((line) => line.includes('root of its host'))).toEqual([
      expect.stringContaining('(index.html, line 2)'),
    ])
  })

  it('tells of a service worker, a frame and a page that sends itself away', async () => {
    const page =
      '<meta http-equiv="refresh" content="0"><iframe src="x.html"></iframe><script>navigator.serviceWorker.register("sw.js")</script>'
    const opened = openFolder(new Map([['index.html', new TextEncoder().encode(page)]]), 'g')
    const { folder } = (await makeFolderTemplate(opened, folderWorkplace)).template
    expect(folder.told.join(' ')).toMatch(/service worker.*another page in a frame|frame.*service worker/)
    expect(folder.told.join(' ')).toContain('sends itself elsewhere')
  })
})
