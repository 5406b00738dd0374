import { UserError } from '@core/errors'
import { sniff } from '@core/art/sniff'
import type { AssetFacts, Source } from '@core/pack/asset'
import { checkFileSize, identify } from '@core/pack/take-in'
import type { CastContent, CastEntry, PartContent, SpriteContent } from '@core/pack/content'
import type { PartSpec } from '@core/template/template'
import { defineStore } from 'pinia'
import { ref } from 'vue'
import { keepBytes, keepMine } from '../storage/assets'
import { drawSvg } from '../workers/draw-svg'
import { workshop } from '../workers/workshop'
import type { TakenIn } from '../workers/workshop.worker'
import { useAssets } from './assets'
import { useBench } from './bench'
import { useNotices } from './notices'

/** A file, or a piece of the drawer that is not a file yet. */
export interface Bringing {
  name: string
  bytes: () => Promise<Uint8Array>
  size: number
  source?: Partial<Source>
  cut?: { columns: number; rows: number }
}

export const fromFile = (file: File): Bringing => ({
  name: file.name,
  size: file.size,
  bytes: async () => new Uint8Array(await file.arrayBuffer()),
})

const SVG_PX_PER_UNIT = 160

/** Swapping: what comes in becomes the content of a part, whatever its name or ending. */
export const useSwap = defineStore('swap', () => {
  const bench = useBench()
  const notices = useNotices()
  const assetsStore = useAssets()
  const busy = ref('')

  const wantOf = (content: PartContent): 'picture' | 'sound' | null =>
    content.kind === 'sound' || content.kind === 'music'
      ? 'sound'
      : content.kind === 'wording' || content.kind === 'dial'
        ? null
        : 'picture'

  async function takeIn(what: Bringing, want: 'picture' | 'sound', height: number): Promise<TakenIn> {
    checkFileSize(what.name, what.size)
    const bytes = await what.bytes()
    const imported = new Date().toISOString()
    const source = what.source ?? {}
    let drawn: Uint8Array | undefined
    if (want === 'picture' && sniff(bytes)?.mime === 'image/svg+xml') {
      const size = identify(what.name, bytes, 'picture')
      drawn = await drawSvg(what.name, bytes, size, height * SVG_PX_PER_UNIT)
    }
    const taken =
      want === 'picture'
        ? await workshop().takePicture(what.name, bytes, imported, source, drawn)
        : await workshop().takeSound(what.name, bytes, imported, source)
    if (!taken.ok) throw new UserError(taken.message, taken.code)
    const { hash, facts, files } = taken.value
    if (want === 'picture') assetsStore.prime(hash, facts.mime, files.get(hash)!)
    await Promise.all([keepBytes(files), keepMine(hash, facts)])
    return taken.value
  }

  async function sprite(
    taken: TakenIn,
    like: SpriteContent,
    spec: PartSpec,
    cut?: Bringing['cut'],
  ): Promise<SpriteContent> {
    const wish = {
      clips: spec.clips ?? Object.keys(like.clips).slice(0, 1),
      optionalClips: spec.optionalClips ?? [],
      like,
    }
    const made = await workshop().cutSprite(taken.hash, taken.facts, bench.template!, wish, cut)
    if (!made.ok) throw new UserError(made.message, made.code)
    return made.value
  }

  const assets = (taken: TakenIn): Record<string, AssetFacts> => ({ ...taken.originals, [taken.hash]: taken.facts })

  /** Puts a file on a part (or one entry of a cast) as one named step. Bad files are told in a sentence; nothing changes. */
  async function put(what: Bringing, part: string, entry = ''): Promise<boolean> {
    const spec = bench.spec(part)
    const content = bench.content(part)
    if (spec === undefined || content === undefined) return false
    const want = wantOf(content)
    if (want === null) {
      notices.warn(
        `${spec.name} is ${content.kind === 'dial' ? 'a dial' : 'made of words'}; drop “${what.name}” on a picture or a sound.`,
      )
      return false
    }
    busy.value = part
    try {
      const reference = spec.content
      const height = content.kind === 'sprite' ? content.height : content.kind === 'picture' ? 10 : 1
      const taken = await takeIn(what, want, height)
      const step = `Swap ${spec.name}`
      switch (content.kind) {
        case 'sprite':
          await bench.act(step, {
            type: 'set-part',
            part,
            content: await sprite(taken, reference.kind === 'sprite' ? reference : content, spec, what.cut),
            assets: assets(taken),
          })
          break
        case 'picture':
          await bench.act(step, {
            type: 'set-part',
            part,
            content: { ...content, asset: taken.hash, crisp: taken.crisp },
            assets: assets(taken),
          })
          break
        case 'sound':
        case 'music':
          await bench.act(step, {
            type: 'set-part',
            part,
            content: { ...content, asset: taken.hash },
            assets: assets(taken),
          })
          break
        case 'cast':
          await putEntry(what, taken, spec, content, entry)
      }
      return true
    } catch (error) {
      if (!(error instanceof UserError)) throw error
      notices.warn(error.message)
      return false
    } finally {
      busy.value = ''
    }
  }

  /** On an entry: its drawing. On the cast itself: one more entry. */
  async function putEntry(
    what: Bringing,
    taken: TakenIn,
    spec: PartSpec,
    cast: CastContent,
    entry: string,
  ): Promise<void> {
    const old = cast.entries.find((one) => one.id === entry)
    const like = old?.sprite ?? (spec.content.kind === 'cast' ? spec.content.entries[0]?.sprite : undefined)
    if (like === undefined) return
    const drawing = await sprite(taken, like, spec, what.cut)
    const name = plainName(what.name)
    if (old !== undefined) {
      await bench.act(`Swap ${old.name}`, {
        type: 'cast-set',
        part: spec.id,
        from: cast,
        entry,
        change: { sprite: drawing, name },
        assets: assets(taken),
      })
      return
    }
    const made: CastEntry = {
      id: name,
      name,
      sprite: drawing,
      points: spec.role === 'bad' ? 0 : 10,
      harm: spec.role === 'bad' ? 1 : 0,
      often: 2,
    }
    await bench.act(`Add ${name}`, { type: 'cast-add', part: spec.id, from: cast, entry: made, assets: assets(taken) })
    bench.select(
      spec.id,
      bench.content(spec.id)?.kind === 'cast' ? ((bench.content(spec.id) as CastContent).entries.at(-1)?.id ?? '') : '',
    )
  }

  /** Cuts the sprite's picture again with other columns and rows. */
  async function recut(part: string, entry: string, cut: { columns: number; rows: number }): Promise<void> {
    const spec = bench.spec(part)
    const content = bench.content(part)
    const old =
      content?.kind === 'sprite'
        ? content
        : content?.kind === 'cast'
          ? content.entries.find((one) => one.id === entry)?.sprite
          : undefined
    const hash = old === undefined ? undefined : Object.values(old.clips)[0]?.frames[0]?.asset
    const facts = hash === undefined ? undefined : bench.facts(hash)
    if (spec === undefined || old === undefined || hash === undefined || facts === undefined) return
    const wish = { clips: spec.clips ?? Object.keys(old.clips), optionalClips: spec.optionalClips ?? [], like: old }
    const made = await workshop().cutSprite(hash, facts, bench.template!, wish, cut)
    if (!made.ok) return notices.warn(made.message)
    await setSprite(part, entry, `Cut ${spec.name} into ${cut.columns} × ${cut.rows}`, made.value)
  }

  async function setSprite(
    part: string,
    entry: string,
    name: string,
    sprite_: SpriteContent,
    mark = '',
  ): Promise<void> {
    const content = bench.content(part)
    if (content?.kind === 'cast')
      await bench.act(name, { type: 'cast-set', part, from: content, entry, change: { sprite: sprite_ } }, { mark })
    else await bench.act(name, { type: 'set-part', part, content: sprite_ }, { mark })
  }

  return { busy, put, recut, setSprite, takeIn }
})

/** "old_boot-2.png" → "Old boot 2". */
export function plainName(file: string): string {
  const words = file
    .replace(/\.[a-z0-9]{2,5}$/i, '')
    .replace(/[_-]+/g, ' ')
    .trim()
  return (words.charAt(0).toUpperCase() + words.slice(1)).slice(0, 60) || 'Thing'
}
