import type { BesideNews, Spot } from '@core/folder/beside-protocol'
import { withMet } from '@core/folder/seen'
import type { FolderTemplate, Moment } from '@core/template/template'
import { defineStore } from 'pinia'
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
  let timer: ReturnType<typeof setTimeout> | null = null

  /** Says of a template made of a folder what is known of it from now on. */
  function learn(next: FolderTemplate): void {
    if (bench.base?.id !== next.id) return
    bench.base = Object.freeze(next)
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

  function hear(
    news: BesideNews,
    template: FolderTemplate,
    partOf: (path: string | null, text: string | null, spot?: Spot) => string | null,
  ): void {
    if (news.is === 'ready') moment = 'start'
    if (news.is === 'pressed') moment = 'play'
    const part =
      news.is === 'drawn'
        ? partOf(news.path, null, news.spot)
        : news.is === 'heard'
          ? partOf(news.path, null)
          : news.is === 'said'
            ? partOf(null, news.text)
            : null
    if (part === null || template.parts.find(({ id }) => id === part)?.met !== false) return
    ;(found[moment] ??= new Set()).add(part)
    timer ??= setTimeout(write, LEARN_MS)
  }

  return { hear, learn }
})
