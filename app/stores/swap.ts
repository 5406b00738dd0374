import type { Rework } from '@core/art/rework'
import { sniff } from '@core/art/sniff'
import type { SpriteWish } from '@core/art/strip'
import { redraw, stillDrawn, wishOf, withOldSpeeds, type Swap } from '@core/art/swap'
import { checkFileSize } from '@core/art/take-in'
import { UserError } from '@core/errors'
import { drawingIn, drawingsIn, kindOf, likeIn, type PartContent } from '@core/kinds'
import type { SpriteContent, Strip } from '@core/kinds/drawing'
import type { Want } from '@core/kinds/kind'
import type { AssetFacts } from '@core/pack/asset'
import type { Command } from '@core/pack/commands'
import type { PartSpec } from '@core/template/template'
import * as Comlink from 'comlink'
import { defineStore } from 'pinia'
import { computed, reactive, ref } from 'vue'
import { decodeInPage } from '../composables/hear'
import { viewOf } from '../kinds'
import type { Hands } from '../kinds/take'
import { keepBytes, keepMine } from '../storage/assets'
import type { TakenIn } from '../workers/work/bring-work'
import { stopWorkshop, untilStopped, workshop } from '../workers/workshop'
import { useAssets } from './assets'
import { useBench } from './bench'
import { readIncoming, unpacked, type Bringing } from './incoming'
import { useNotices } from './notices'

/** Swapping: what comes in becomes the content of a part, whatever its name or ending. */
export const useSwap = defineStore('swap', () => {
  const bench = useBench()
  const notices = useNotices()
  const assetsStore = useAssets()
  /** What is under way, oldest first: worked out, which can be stopped, and then done, which cannot. */
  const jobs = ref<{ part: string; doing: boolean }[]>([])
  /** The part that something is worked out for that can be stopped. */
  const busy = computed(() => jobs.value.findLast(({ doing }) => !doing)?.part ?? '')
  const isComing = (part: string) => jobs.value.some((job) => job.part === part)
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

  const hands: Hands = { pictures: takePictures, sound: takeSound, font: takeFont }

  /** Files put on a part, or on one entry of it, as a step. Throws UserErrors. */
  async function swapFor(
    given: readonly Bringing[],
    spec: PartSpec,
    content: PartContent,
    entry: string,
  ): Promise<Swap> {
    const { take } = viewOf(content)
    if (typeof take === 'string')
      throw new UserError(`${spec.name} is ${take}; drop “${given[0]!.name}” on a picture or a sound.`, 'part-kind')
    const dressed = drawingIn(bench.content(spec.dresses ?? ''))?.sprite
    return take(hands, await unpacked(given), { spec, content, entry, ...(dressed === undefined ? {} : { dressed }) })
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
    const job = reactive({ part, doing: false })
    jobs.value.push(job)
    done.value = 0
    try {
      const made = await untilStopped(work())
      job.doing = true
      await then(made)
      return true
    } catch (error) {
      if (!(error instanceof UserError)) throw error
      if (error.code === 'stopped') notices.say(error.message)
      else notices.warn(error.message)
      return false
    } finally {
      jobs.value = jobs.value.filter((one) => one !== job)
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
      () => swapFor(list, spec, content, entry),
      async ({ name, command, added }) => {
        await bench.act(name, command)
        if (added === undefined) return
        bench.select(added, drawingsIn(bench.content(added)).at(-1)?.entry ?? '')
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
        if (spec !== undefined && content !== undefined) commands.push((await swapFor(what, spec, content, '')).command)
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

  const spriteAt = (part: string, entry: string): SpriteContent | undefined =>
    drawingIn(bench.content(part), entry)?.sprite

  /** The template's drawing that the one there stands in for. */
  const referenceAt = (part: string, entry: string): SpriteContent | undefined =>
    likeIn(bench.spec(part)?.content, entry) ?? likeIn(bench.spec(bench.spec(part)?.dresses ?? '')?.content)

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
      return withOldSpeeds(made, old)
    }
    await trying(part, work, (made) => {
      stillDrawn(spriteAt(part, entry), old)
      return setSprite(part, entry, `Cut ${spec.name} into ${cut.columns} × ${cut.rows}`, old, made)
    })
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
    if (content !== undefined) await bench.act(name, redraw(part, content, entry, { old, sprite }, made), { mark })
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
      stillDrawn(spriteAt(part, entry), sprite)
      for (const [hash, bytes] of made.files) assetsStore.prime(hash, made.assets[hash]!.mime, bytes)
      void keepBytes(made.files)
      await setSprite(part, entry, name, sprite, made.sprite, '', made.assets)
    })
  }

  return {
    ...{ busy, isComing, done, stop: stopWorkshop },
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
