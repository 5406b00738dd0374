import type { BesideNews, SeenCut, Spot } from '@core/folder/beside-protocol'
import { MOST_CUTS } from '@core/folder/beside-words'
import { withMet } from '@core/folder/seen'
import type { FolderTemplate, Moment } from '@core/template/template'
import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import { perPack } from '../composables/per-pack'
import { keepTemplate } from '../storage/templates'
import { useBench } from './bench'
import { useTemplates } from './templates'

const LEARN_MS = 300

/** What a game that came as a folder shows, plays and says is met: its parts come to the front, by when that was. */
export const useMet = defineStore('met', () => {
  const bench = useBench()
  const templates = useTemplates()
  let moment: Moment = 'start'
  let found: Record<string, Set<string>> = {}
  /** What the game cut out of the file of a part so far, by the first path of it. */
  const cuts = ref<Record<string, SeenCut[]>>({})
  let cutBy = ''
  /** The template before the last cut of a file as it is drawn, and a part of both. */
  // Another pack may have something for a part that it would take away.
  const uncut = perPack(shallowRef<{ before: FolderTemplate; part: string } | null>(null))
  let timer: ReturnType<typeof setTimeout> | null = null

  /** Says of a template made of a folder what is known of it from now on. */
  function learn(next: FolderTemplate): void {
    if (bench.base?.id !== next.id) return
    bench.learn(next)
    templates.put(next)
    void keepTemplate(next)
  }

  function write(): void {
    timer = null
    let next = bench.base
    for (const [at, parts] of Object.entries(found))
      if (next?.kind === 'folder') next = withMet(next, parts, at as Moment)
    found = {}
    if (next !== bench.base && next?.kind === 'folder') learn(next)
  }

  function note(part: string, seen: SeenCut, template: FolderTemplate): void {
    const at = template.folder.places[part]
    if (at?.at !== 'file') return
    if (cutBy !== template.id) cuts.value = {}
    cutBy = template.id
    const path = at.paths[0]!
    const known = cuts.value[path] ?? []
    // A game that starts again tells them again.
    const key = JSON.stringify(seen)
    if (known.length >= 2 * MOST_CUTS || known.some((one) => JSON.stringify(one) === key)) return
    cuts.value = { ...cuts.value, [path]: [...known, seen] }
  }

  function hear(
    news: BesideNews,
    template: FolderTemplate,
    partOf: (path: string | null, text: string | null, spot?: Spot) => string | null,
  ): void {
    if (news.is === 'ready') moment = 'start'
    if (news.is === 'pressed') moment = 'play'
    const seen = news.is === 'drawn' ? news.seen : undefined
    const cut = seen?.cut
    const part =
      news.is === 'drawn'
        ? partOf(news.path, null, cut === undefined ? undefined : { x: cut.x + cut.w / 2, y: cut.y + cut.h / 2 })
        : news.is === 'heard'
          ? partOf(news.path, null)
          : news.is === 'said'
            ? partOf(null, news.text)
            : null
    if (part !== null && seen !== undefined) note(part, seen, template)
    if (part !== null) meet(part, template)
  }

  /** A part was seen or heard now. */
  function meet(part: string, template: FolderTemplate): void {
    if (template.parts.find(({ id }) => id === part)?.met !== false) return
    ;(found[moment] ??= new Set()).add(part)
    timer ??= setTimeout(write, LEARN_MS)
  }

  return { hear, meet, learn, cuts, uncut }
})
