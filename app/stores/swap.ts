import type { Rework } from '@core/art/rework'
import { sniff } from '@core/art/sniff'
import { groupNumbered } from '@core/art/numbered'
import type { SpriteWish } from '@core/art/strip'
import { UserError } from '@core/errors'
import type { AssetFacts } from '@core/pack/asset'
import type { Command } from '@core/pack/commands'
import { changedEntry, freeEntryId, withEntry } from '@core/pack/entries'
import { same } from '@core/pack/merge'
import { assetsOf, type PartContent } from '@core/kinds'
import type { CastContent, CastEntry } from '@core/kinds/cast'
import { fieldsOf } from '@core/kinds/field'
import type { SpriteContent, Strip } from '@core/kinds/sprite'
import { checkFileSize } from '@core/art/take-in'
import type { PartSpec } from '@core/template/template'
import * as Comlink from 'comlink'
import { kindOf } from '@core/kinds'
import type { Want } from '@core/kinds/kind'
import { defineStore } from 'pinia'
import { ref } from 'vue'
import { keepBytes, keepMine } from '../storage/assets'
import { stopWorkshop, untilStopped, workshop } from '../workers/workshop'
import type { TakenIn } from '../workers/work/bring-work'
import { decodeInPage } from '../composables/hear'
import { useAssets } from './assets'
import { useBench } from './bench'
import { plainName, readIncoming, unpacked, type Bringing } from './incoming'
import { useNotices } from './notices'

/** Swapping: what comes in becomes the content of a part, whatever its name or ending. */
export const useSwap = defineStore('swap', () => {
  const bench = useBench()
  const notices = useNotices()
  const assetsStore = useAssets()
  const busy = ref('')
  /** How much of it is done, 0..1; 0 where nobody can tell. */
  const done = ref(0)

  /** Shows at once and is stored meanwhile; the pack is saved only when its bytes are. */
  function keep(taken: TakenIn): TakenIn {
    const { hash, facts, files, bitmap, told } = taken
    if (bitmap !== undefined) assetsStore.put(hash, bitmap)
    else if (facts.mime.startsWith('image/')) assetsStore.prime(hash, facts.mime, files.get(hash)!)
    void keepBytes(files)
    void keepMine(hash, facts).catch(() => undefined)
    for (const sentence of told) notices.say(sentence)
    return taken
  }

  function value<T>(answer: { ok: true; value: T } | { ok: false; code: string; message: string }): T {
    if (!answer.ok) throw new UserError(answer.message, answer.code)
    return answer.value
  }

  async function takePictures(
    what: readonly Bringing[],
    height: number,
    wish?: SpriteWish,
    cut?: Strip,
  ): Promise<TakenIn> {
    const incoming = await readIncoming(what, height)
    const source = { ...what[0]?.source }
    return keep(
      value(
        await workshop().takePictures(
          incoming,
          new Date().toISOString(),
          source,
          wish,
          cut === undefined ? undefined : plain(cut),
          wish === undefined ? {} : bench.factsOfSprite(wish.like),
          bench.plainTemplate() ?? undefined,
          Comlink.proxy((share: number) => (done.value = share)),
        ),
      ),
    )
  }

  /** One picture that is not cut or matched: a cover, a layer. */
  const takeIn = (what: Bringing, height: number): Promise<TakenIn> => takePictures([what], height)

  /** A sound, packed for the parcel. Kinds that only the page can open are decoded here. */
  async function takeSound(what: Bringing, kind: 'sound' | 'music'): Promise<TakenIn> {
    checkFileSize(what.name, what.size)
    const bytes = await what.bytes()
    const samples = sniff(bytes)?.mime === 'audio/mp4' ? await decodeInPage(bytes) : undefined
    const when = new Date().toISOString()
    return keep(value(await workshop().takeSound(what.name, bytes, kind, when, { ...what.source }, samples)))
  }

  /** A font file, with what its maker allows and what letters it lacks told. */
  async function takeFont(what: Bringing) {
    const [file] = await readIncoming([what], 1)
    const made = value(await workshop().takeFont(what.name, file!.bytes, new Date().toISOString(), { ...what.source }))
    keep(made)
    const { family, embedding, missing } = made.font
    if (embedding !== 'yes')
      notices.warn(
        embedding === 'no'
          ? `“${family}” forbids being part of other works. Ask its maker before you post this.`
          : `“${family}” asks for a licence before it goes into a game. Make sure that you have one.`,
      )
    if (missing !== '')
      notices.say(`“${family}” does not have ${[...missing].slice(0, 8).join(' ')}; other letters stand in.`)
    return made
  }

  const wishOf = (spec: PartSpec, like: SpriteContent): SpriteWish => ({
    clips: spec.clips ?? Object.keys(like.clips).slice(0, 1),
    optionalClips: spec.optionalClips ?? [],
    like,
    ...(spec.column === true ? { column: true } : {}),
  })

  const assets = (taken: TakenIn): Record<string, AssetFacts> => ({ ...taken.originals, [taken.hash]: taken.facts })

  /** The command that puts files on a part (or one entry of a cast), with the name of its step. Throws UserErrors. */
  async function commandFor(
    given: readonly Bringing[],
    spec: PartSpec,
    content: PartContent,
    entry: string,
  ): Promise<{ name: string; command: Command; added?: string }> {
    const what = await unpacked(given)
    const first = what[0]!
    const set = (next: PartContent, taken: TakenIn) => ({
      name: `Swap ${spec.name}`,
      command: { type: 'set-part', part: spec.id, from: content, content: next, assets: assets(taken) } as Command,
    })
    switch (content.kind) {
      case 'sprite': {
        const like = spec.content.kind === 'sprite' ? spec.content : content
        const taken = await takePictures(what, content.height, wishOf(spec, like), first.cut)
        return set(taken.sprite!, taken)
      }
      case 'picture': {
        const taken = await takePictures(what, 10)
        const { clip: _old, ...rest } = content
        const moving = taken.clip === undefined ? {} : { clip: taken.clip }
        return set({ ...rest, asset: taken.hash, crisp: taken.crisp, ...moving }, taken)
      }
      case 'sound':
      case 'music': {
        const taken = await takeSound(first, content.kind)
        const { made: _edit, effect: _recipe, ...rest } = content
        const next = { ...rest, asset: taken.hash }
        // Another file has another loop.
        return set(next.kind === 'music' ? { ...next, loopFromS: 0, loopToS: 0 } : next, taken)
      }
      case 'typeface': {
        const made = await takeFont(first)
        return set({ kind: 'typeface', name: made.font.family.slice(0, 80), asset: made.hash, glyphs: null }, made)
      }
      case 'cast':
        return castCommand(what, spec, content, entry)
      default:
        throw new UserError(
          `${spec.name} is ${content.kind === 'dial' ? 'a dial' : 'made of words'}; drop “${first.name}” on a picture or a sound.`,
          'part-kind',
        )
    }
  }

  /** On an entry: its drawing. On the cast itself: one more entry, or one for each row of files. */
  async function castCommand(what: readonly Bringing[], spec: PartSpec, cast: CastContent, entry: string) {
    const old = cast.entries.find((one) => one.id === entry)
    const like = old?.sprite ?? (spec.content.kind === 'cast' ? spec.content.entries[0]?.sprite : undefined)
    if (like === undefined) throw new UserError(`${spec.name} has nobody to take after. Reset it first.`, 'cast-empty')
    const wish = wishOf(spec, like)
    if (old !== undefined) {
      const taken = await takePictures(what, old.sprite.height, wish, what[0]!.cut)
      const change = { sprite: taken.sprite!, name: plainName(what[0]!.name) }
      const command: Command = {
        ...{ type: 'set-part', part: spec.id, from: cast, assets: assets(taken) },
        content: changedEntry(cast, entry, change),
      }
      return { name: `Swap ${old.name}`, command }
    }
    const described = what.some((one) => /\.json$/i.test(one.name))
    const rows = described ? [what] : groupNumbered(what).map((row) => row.files)
    let next = cast
    let last = ''
    const facts: Record<string, AssetFacts> = {}
    for (const row of rows) {
      const taken = await takePictures(row, like.height, wish, row[0]!.cut)
      const name = plainName(
        row.length > 1 ? row[0]!.name.replace(/[\s._-]*\(?\d+\)?(?=\.[a-z]+$)/i, '') : row[0]!.name,
      )
      const made: CastEntry = {
        id: freeEntryId(next, name),
        name,
        sprite: taken.sprite!,
        ...fieldsOf(spec.fields ?? [], {}),
      }
      last = name
      next = withEntry(next, made)
      Object.assign(facts, assets(taken))
    }
    const added = rows.length === 1 ? `Add ${last}` : `Add ${rows.length} to ${spec.name}`
    const command: Command = { type: 'set-part', part: spec.id, from: cast, content: next, assets: facts }
    return { name: added, command, added: spec.id }
  }

  /**
   * Works something out, which can be stopped, and then does it, which cannot. Tells a UserError in its sentence; true
   * when all went well.
   */
  async function trying<T>(
    part: string,
    work: () => Promise<T>,
    then: (made: T) => Promise<unknown>,
  ): Promise<boolean> {
    busy.value = part
    done.value = 0
    try {
      const made = await untilStopped(work())
      busy.value = ''
      await then(made)
      return true
    } catch (error) {
      if (!(error instanceof UserError)) throw error
      if (error.code === 'stopped') notices.say(error.message)
      else notices.warn(error.message)
      return false
    } finally {
      busy.value = ''
    }
  }

  /** Puts files on a part as one named step. Bad files are told in a sentence; nothing changes then. */
  async function put(what: Bringing | readonly Bringing[], part: string, entry = ''): Promise<boolean> {
    const list = Array.isArray(what) ? (what as readonly Bringing[]) : [what as Bringing]
    const spec = bench.spec(part)
    const content = bench.content(part)
    if (spec === undefined || content === undefined || list.length === 0) return false
    return trying(
      part,
      () => commandFor(list, spec, content, entry),
      async ({ name, command, added }) => {
        await bench.act(name, command)
        if (added === undefined) return
        const cast = bench.content(added)
        if (cast?.kind === 'cast') bench.select(added, cast.entries.at(-1)?.id ?? '')
      },
    )
  }

  /** Many parts at once, as one step. */
  async function putMany(rows: readonly { what: Bringing; part: string }[]): Promise<boolean> {
    const work = async () => {
      const byPart = new Map<string, Bringing[]>()
      for (const { what, part } of rows) byPart.set(part, [...(byPart.get(part) ?? []), what])
      const commands: Command[] = []
      for (const [part, what] of byPart) {
        const spec = bench.spec(part)
        const content = bench.content(part)
        if (spec !== undefined && content !== undefined)
          commands.push((await commandFor(what, spec, content, '')).command)
      }
      return commands
    }
    return trying(rows[0]?.part ?? '', work, (commands) =>
      bench.act(`Swap ${commands.length} parts`, { type: 'all', commands }),
    )
  }

  const wants = (part: string): Want | null => {
    const content = bench.content(part)
    return content === undefined ? null : kindOf(content).wants
  }

  function spriteAt(part: string, entry: string): SpriteContent | undefined {
    const content = bench.content(part)
    if (content?.kind === 'sprite') return content
    return content?.kind === 'cast' ? content.entries.find((one) => one.id === entry)?.sprite : undefined
  }

  /** The template's drawing that the one there stands in for. */
  function referenceAt(part: string, entry: string): SpriteContent | undefined {
    const of = bench.spec(part)?.content
    if (of?.kind === 'sprite') return of
    return of?.kind === 'cast' ? (of.entries.find((one) => one.id === entry) ?? of.entries[0])?.sprite : undefined
  }

  /** Cuts the sprite's picture again with other columns and rows. */
  async function recut(part: string, entry: string, cut: Strip): Promise<void> {
    const spec = bench.spec(part)
    const old = spriteAt(part, entry)
    const hash = old === undefined ? undefined : Object.values(old.clips)[0]?.frames[0]?.asset
    const facts = hash === undefined ? undefined : bench.facts(hash)
    if (spec === undefined || old === undefined || hash === undefined || facts === undefined) return
    const wish = { ...wishOf(spec, referenceAt(part, entry) ?? old), clips: spec.clips ?? Object.keys(old.clips) }
    const work = async () => {
      const made = value(
        await workshop().cutSprite(
          hash,
          facts,
          bench.plainTemplate()!,
          wish,
          bench.factsOfSprite(wish.like),
          plain(cut),
        ),
      )
      // What was set by hand stays: how fast clips run, and how.
      for (const [name, clip] of Object.entries(made.clips)) {
        const before = old.clips[name]
        if (before === undefined || before.frames.length < 2) continue
        made.clips[name] = { ...clip, fps: before.fps, mode: before.mode }
      }
      return made
    }
    await trying(part, work, (made) => {
      stillThere(part, entry, old)
      return setSprite(part, entry, `Cut ${spec.name} into ${cut.columns} × ${cut.rows}`, old, made)
    })
  }

  /** What was worked out on a drawing is of no use for another one. */
  function stillThere(part: string, entry: string, old: SpriteContent): void {
    const now = spriteAt(part, entry)
    if (now !== undefined && same(assetsOf(now).sort(), assetsOf(old).sort())) return
    throw new UserError('The drawing was swapped meanwhile, so nothing was done to it. Press it again.', 'gone')
  }

  async function setSprite(
    part: string,
    entry: string,
    name: string,
    /** The drawing this was worked out on. */
    old: SpriteContent,
    sprite: SpriteContent,
    mark = '',
    made: Record<string, AssetFacts> = {},
  ): Promise<void> {
    const content = bench.content(part)
    const change =
      content?.kind === 'cast'
        ? { from: changedEntry(content, entry, { sprite: old }), content: changedEntry(content, entry, { sprite }) }
        : { from: old, content: sprite }
    await bench.act(name, { type: 'set-part', part, ...change, assets: made }, { mark })
  }

  /** Works on the drawing's pixels: new files, with the old ones kept as what they were made from. */
  async function rework(part: string, entry: string, name: string, sprite: SpriteContent, what: Rework): Promise<void> {
    const like = referenceAt(part, entry)
    const work = async () =>
      value(
        await workshop().rework(
          plain(sprite),
          plain(what),
          bench.factsOfSprite(sprite),
          bench.plainTemplate()!,
          like === undefined ? undefined : plain(like),
          like === undefined ? {} : bench.factsOfSprite(like),
        ),
      )
    await trying(part, work, async (made) => {
      if (made.files.size === 0) return notices.say('Nothing had to be changed.')
      stillThere(part, entry, sprite)
      for (const [hash, bytes] of made.files) assetsStore.prime(hash, made.assets[hash]!.mime, bytes)
      void keepBytes(made.files)
      await setSprite(part, entry, name, sprite, made.sprite, '', made.assets)
    })
  }

  return {
    ...{ busy, done, stop: stopWorkshop },
    put,
    putMany,
    wants,
    recut,
    setSprite,
    rework,
    takeIn,
    takeSound,
    takeFont,
    keep,
    spriteAt,
    referenceAt,
    trying,
    value,
  }
})

/** Workers take plain data only, no proxies. */
export const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
