import { BesideMessage, type BesideAsk, type BesideNews } from '@core/folder/beside-protocol'
import { StageAnswer } from '@core/folder/stage-protocol'
import type { Pack } from '@core/pack/pack'
import type { FolderTemplate } from '@core/template/template'
import { besideCode } from '#player-code'
import { reactive } from 'vue'
import { plain } from '../stores/swap'
import { bytesKept, unstoredBytes } from '../storage/assets'
import { folderWork } from '../workers/folder'
import { keepFor, keptOf } from './foreign-kept'

/** What is known of a game that came as a folder, from its running. */
export interface ForeignView {
  state: 'starting' | 'running' | 'stopped'
  running: boolean
  slow: boolean
  muted: boolean
  /** Showing the folder's own pictures. */
  before: boolean
  /** A sentence on why it cannot run; empty while it can. */
  trouble: string
  asked: string[]
  missing: { what: string; at: string }[]
  refused: { what: string; at: string }[]
  faults: { what: string; at: string }[]
  /** Characters it keeps. */
  lent: number
  /** Where the page lies that is shown. */
  src: string
  /** The frame's name: the only thing a page can read before anything was said to it. It has what the game keeps. */
  name: string
  starts: number
}

export type ForeignPick = Omit<Extract<BesideNews, { is: 'picked' }>, 'is' | 'id'>

/** Told of what the game shows, plays and says. */
type Heard = (news: BesideNews) => void

const SENT_AT_ONCE = 6
const ANSWER_MS = 1500
const keptKey = (pack: string) => `pack-post:kept:${pack}`

const newKey = (): string =>
  [...crypto.getRandomValues(new Uint8Array(32))].map((byte) => byte.toString(16).padStart(2, '0')).join('')
/** Names this tab's stage on the server, and that of what is only tried: nobody else knows them. */
const KEYS = { kept: newKey(), tried: newKey() }

/**
 * A game that came as a folder, running in a frame of an opaque origin, with what the bench does to it. What it keeps is
 * there again the next time, unless it is only tried.
 */
export function makeForeignStage(frame: () => HTMLIFrameElement | null, heard: Heard, keeps = true) {
  const view: ForeignView = reactive({
    ...{ state: 'starting', running: true, slow: false, muted: true, before: false, trouble: '' },
    ...{ asked: [], missing: [], refused: [], faults: [], lent: 0, src: '', name: '', starts: 0 },
  })
  const key = keeps ? KEYS.kept : KEYS.tried
  let keys: ReadonlyMap<string, string> = new Map()
  /** What is on the server, by path. */
  let shown = new Map<string, { hash: string; bytes: Uint8Array }>()
  let packId = ''
  let next = 1
  let turn = 0
  const waiting = new Map<number, (news: BesideNews) => void>()

  const say = (ask: BesideAsk): void => frame()?.contentWindow?.postMessage({ type: 'pack-post:bench', ask }, '*')

  async function layered(template: FolderTemplate, pack: Pack) {
    await bytesKept().catch(() => folderWork().lend(new Map(unstoredBytes())))
    return folderWork().start(plain(template), plain(pack), await besideCode('bench'))
  }

  async function send(files: ReadonlyMap<string, { hash: string; bytes: Uint8Array }>): Promise<string> {
    const list = Object.fromEntries([...files].map(([path, { hash, bytes }]) => [path, { hash, bytes: bytes.length }]))
    const body = JSON.stringify({ files: list })
    const answer = await fetch(`/api/stage/${key}`, {
      ...{ method: 'POST', headers: { 'content-type': 'application/json' }, body },
    })
    const read = StageAnswer.safeParse(await answer.json().catch(() => null))
    if (!read.success) throw new Error('The stage of this Pack Post does not answer. Try again in a moment.')
    const byHash = new Map([...files.values()].map((one) => [one.hash, one.bytes]))
    const queue = [...read.data.missing]
    const sendNext = async (): Promise<void> => {
      for (let hash = queue.pop(); hash !== undefined; hash = queue.pop()) {
        const sent = await fetch(`/api/stage/${key}/${hash}`, { method: 'PUT', body: byHash.get(hash)! as BodyInit })
        if (!sent.ok) throw new Error('The stage of this Pack Post did not take a file. Try again in a moment.')
      }
    }
    await Promise.all(Array.from({ length: SENT_AT_ONCE }, sendNext))
    return read.data.base
  }

  /** Starts the game as the pack is now. Each start has an address of its own, so that nothing old is ever shown. */
  async function start(template: FolderTemplate, pack: Pack): Promise<void> {
    const mine = ++turn
    packId = pack.id
    view.state = 'starting'
    try {
      const made = await layered(template, pack)
      if (mine !== turn) return
      if (!made.ok) throw new Error(made.message)
      keys = made.value.keys
      shown = made.value.files
      const base = await send(shown)
      if (mine !== turn) return
      Object.assign(view, { trouble: '', asked: [], missing: [], refused: [], faults: [], running: true, slow: false })
      view.starts++
      view.name = JSON.stringify({ kept: keptOf(keptKey(packId)) })
      view.src = base + template.folder.page
    } catch (error) {
      if (mine !== turn) return
      view.trouble = error instanceof Error ? error.message : 'The game could not be started.'
      view.state = 'stopped'
    }
  }

  /** Waits for an answer of the game; null when it does not come. */
  function asking<K extends BesideNews['is']>(
    ask: (id: number) => BesideAsk,
  ): Promise<Extract<BesideNews, { is: K }> | null> {
    const id = next++
    return new Promise((resolve) => {
      const timer = setTimeout(() => {
        waiting.delete(id)
        resolve(null)
      }, ANSWER_MS)
      waiting.set(id, (news) => {
        clearTimeout(timer)
        resolve(news as Extract<BesideNews, { is: K }>)
      })
      say(ask(id))
    })
  }

  /** Puts the pack's pictures into the running game; false where it has to start again to show all of it. */
  async function swap(template: FolderTemplate, pack: Pack, paths: ReadonlySet<string>): Promise<boolean> {
    const made = await layered(template, pack)
    if (!made.ok || paths.size === 0) return false
    for (const path of paths) {
      const file = made.value.files.get(path)
      if (file === undefined) return false
      if (!(await put(path, file.bytes, template))) return false
    }
    shown = made.value.files
    keys = made.value.keys
    return true
  }
  function put(path: string, bytes: Uint8Array, template: FolderTemplate): Promise<boolean> {
    const mime = template.assets[template.folder.files[path]!.hash]?.facts.mime ?? ''
    return new Promise((resolve) => {
      const timer = setTimeout(() => done(false), ANSWER_MS)
      const done = (live: boolean) => {
        clearTimeout(timer)
        swaps.delete(path)
        resolve(live)
      }
      swaps.set(path, done)
      say({ do: 'swap', path, bytes: bytes.slice().buffer, mime })
    })
  }
  const swaps = new Map<string, (live: boolean) => void>()

  const note = (list: { what: string; at: string }[], what: string, at: string) => {
    if (list.length < 50 && !list.some((one) => one.what === what)) list.push({ what, at })
  }
  function hear(event: MessageEvent): void {
    if (event.source === null || event.source !== frame()?.contentWindow) return
    const message = BesideMessage.safeParse(event.data)
    if (!message.success) return
    for (const news of message.data.news) {
      switch (news.is) {
        case 'ready':
          view.state = 'running'
          say({ do: 'mute', on: view.muted })
          break
        case 'asked':
          if (view.asked.length < 2000) view.asked.push(news.path)
          break
        case 'missing':
          note(view.missing, news.path, news.at)
          break
        case 'refused':
          note(view.refused, news.address, news.at)
          break
        case 'fault':
          note(view.faults, news.text, news.at)
          break
        case 'lent':
          view.lent = news.bytes
          break
        case 'save':
          if (keeps) keepFor(keptKey(packId), news.kept)
          break
        case 'frozen':
          view.running = !news.on
          break
        case 'swapped':
          swaps.get(news.path)?.(news.live)
          break
        case 'picked':
        case 'picture':
          waiting.get(news.id)?.(news)
          waiting.delete(news.id)
      }
      heard(news)
    }
  }
  window.addEventListener('message', hear)

  return {
    view,
    start,
    swap,
    /** The part that a file, or a data: address, is of; undefined for what is none. */
    partOfKey: (path: string): string | undefined => keys.get(path),
    /** What lies at a place of the game's own page, in its px. */
    async pick(x: number, y: number): Promise<ForeignPick | null> {
      return asking<'picked'>((id) => ({ do: 'pick', id, x, y }))
    },
    /** The game's largest canvas as a data: address; null where it has none, or may not be read. */
    picture: async (): Promise<string | null> =>
      (await asking<'picture'>((id) => ({ do: 'picture', id })))?.url ?? null,
    toggle: () => say({ do: view.running ? 'freeze' : 'go' }),
    stepOnce: () => say({ do: 'step' }),
    setSlow(on: boolean) {
      view.slow = on
      say({ do: 'slow', on })
    },
    setMuted(on: boolean) {
      view.muted = on
      say({ do: 'mute', on })
    },
    /** The folder's own pictures, at once, and back. */
    async setBefore(
      on: boolean,
      template: FolderTemplate,
      changed: ReadonlySet<string>,
      own: (hash: string) => Promise<Uint8Array | null>,
    ) {
      for (const path of changed) {
        const bytes = on ? await own(template.folder.files[path]!.hash) : (shown.get(path)?.bytes ?? null)
        if (bytes !== null && view.before === on) await put(path, bytes, template)
      }
    },
    close: () => window.removeEventListener('message', hear),
  }
}
export type ForeignStage = ReturnType<typeof makeForeignStage>
