import type { AssetFacts } from '@core/pack/asset'
import type { Level } from '@core/sound/balance'
import type { Template } from '@core/template/template'
import { defineStore } from 'pinia'
import { ref } from 'vue'
import { stageFirst } from '../composables/stage-first'
import { bytesKept } from '../storage/assets'
import { workshop } from '../workers/workshop'
import { useAssets } from './assets'

/** Listening to one sound at a time, and the shapes of sounds for drawing. */
export const useSounds = defineStore('sounds', () => {
  const assets = useAssets()
  const playing = ref('')
  const shapes = new Map<string, Promise<number[]>>()
  let element: HTMLAudioElement | null = null

  function peaks(hash: string, facts: AssetFacts, template: Template, columns: number): Promise<number[]> {
    const key = `${hash}:${columns}`
    let found = shapes.get(key)
    if (found === undefined) {
      // The worker reads from the store: what was just brought in has to be there.
      found = bytesKept()
        .catch(() => undefined)
        .then(stageFirst)
        .then(() => workshop().peaks(hash, { ...facts, source: { ...facts.source } }, template, columns))
      shapes.set(key, found)
    }
    return found
  }

  function stop(): void {
    element?.pause()
    element = null
    playing.value = ''
  }

  async function listen(hash: string, facts: AssetFacts, template: Template, gainDb = 0): Promise<void> {
    if (playing.value === hash) return stop()
    await listenUrl(hash, await assets.url(hash, facts.mime, template), gainDb)
  }

  async function listenUrl(id: string, url: string, gainDb = 0): Promise<void> {
    if (playing.value === id) return stop()
    stop()
    const made = new Audio(url)
    made.volume = Math.min(1, 10 ** (gainDb / 20))
    element = made
    playing.value = id
    made.onended = () => {
      if (element === made) stop()
    }
    await made.play().catch(stop)
  }

  /** How loud each plays, in the order asked; null where it cannot be told. */
  async function levels(
    asked: { asset: string; kind: 'sound' | 'music'; gainDb: number }[],
    facts: Record<string, AssetFacts>,
    template: Template,
  ): Promise<(Level | null)[]> {
    await bytesKept().catch(() => undefined)
    return workshop().levels(asked, facts, template)
  }

  return { playing, peaks, levels, listen, listenUrl, stop }
})
