import { userError } from '@core/errors'
import { withBeside } from '@core/folder/beside-page'
import { applyLayer, type LayerPlace } from '@core/folder/layer'
import { makeFolderTemplate } from '@core/folder/make'
import { IS_PACK } from '@core/folder/beside-words'
import { FOLDER_LIMITS, openFolder } from '@core/folder/open'
import { buildFolderParcel } from '@core/folder/parcel'
import type { Pixels } from '@core/art/pixels'
import type { Mime } from '@core/pack/asset'
import { factsOf, type Pack } from '@core/pack/pack'
import { holdsTemplate, readTemplateFiles, saveTemplateFile } from '@core/parcel/template-files'
import { unzipSafely } from '@core/parcel/unzip'
import { decodeSound } from '@core/sound/decode'
import type { FolderTemplate } from '@core/template/template'
import * as Comlink from 'comlink'
import { lendBytes } from '../storage/assets'
import { decodeHere } from './decode-here'
import { hashHere as hash } from './hash-here'
import { assetBytes } from './sources'
import { answer } from './work/answer'
import { pictureAs, soundAs } from './write-as'

async function pixelsOf(bytes: Uint8Array, mime: Mime): Promise<Pixels | null> {
  try {
    const { bitmap, pixels } = await decodeHere(bytes, mime)
    bitmap.close()
    return pixels
  } catch {
    return null
  }
}

/** What a layer asks for, from this browser's files. */
function layerPlace(template: FolderTemplate, pack: Pack): LayerPlace {
  const bytes = (of: string) => assetBytes(of, template)
  const mimeOf = (of: string) => factsOf(pack, template, of)?.mime
  return {
    bytes,
    facts: (of) => factsOf(pack, template, of),
    async pixels(of) {
      const [found, mime] = [await bytes(of), mimeOf(of)]
      return found === null || mime === undefined ? null : pixelsOf(found, mime)
    },
    async samples(of) {
      const [found, mime] = [await bytes(of), mimeOf(of)]
      return found === null || mime === undefined ? null : decodeSound(found, mime).catch(() => null)
    },
    picture: pictureAs,
    sound: soundAs,
  }
}

const given = (files: ReadonlyMap<string, Uint8Array>, name: string): ReadonlyMap<string, Uint8Array> => {
  const [only] = files
  if (files.size === 1 && /\.zip$/i.test(only![0])) return unzipSafely(only![1], name, FOLDER_LIMITS)
  return files
}

const work = {
  /** Makes a template of a game's files, or of the one ZIP file they are in. */
  open: (files: ReadonlyMap<string, Uint8Array>, name: string) =>
    answer(async () => {
      const all = given(files, name)
      if (all.has('pack.json')) throw userError(IS_PACK, `“${name}” is a pack.`)
      if (holdsTemplate(all)) return readTemplateFiles(all, name)
      return makeFolderTemplate(openFolder(all, name), { pixels: pixelsOf, hash, now: new Date().toISOString() })
    }),

  /** NAME.template.zip. */
  saveTemplate: (template: FolderTemplate) =>
    answer(() => saveTemplateFile(template, (of) => assetBytes(of, template))),

  /** The files of one start, with our script in front of them; which parts lie in data: addresses, by their keys. */
  start: (template: FolderTemplate, pack: Pack, beside: string) =>
    answer(async () => {
      const { files, keys } = await applyLayer(template, pack, layerPlace(template, pack))
      const ready = await Promise.all(
        [...files].map(async ([path, bytes]) => {
          const served = withBeside(path, bytes, beside)
          return [path, { hash: await hash(served), bytes: served }] as const
        }),
      )
      return { files: new Map(ready), keys }
    }),

  parcel: (template: FolderTemplate, pack: Pack, handOn: boolean) =>
    answer(() => buildFolderParcel({ template, pack, handOn, ...layerPlace(template, pack) })),

  lend: lendBytes,
}
export type FolderWork = typeof work
Comlink.expose(work)
