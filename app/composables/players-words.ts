import type { GameView } from '@core/posting/protocol'
import { isRightToLeft } from '@core/game/languages'
import { computed, onMounted, ref, type Ref } from 'vue'

/**
 * A game's label in the player's language, as far as it is written in it. Pages are kept for everybody alike, so they
 * come in the game's first language and are changed once they are here.
 */
export function usePlayersWords(game: Readonly<Ref<GameView | null>>) {
  const tag = ref(game.value?.said[0]?.tag ?? '')
  const base = (of: string) => of.toLowerCase().split('-')[0]
  onMounted(() => {
    const said = game.value?.said ?? []
    for (const wanted of navigator.languages) {
      const found =
        said.find((one) => one.tag.toLowerCase() === wanted.toLowerCase()) ??
        said.find((one) => base(one.tag) === base(wanted))
      if (found === undefined) continue
      tag.value = found.tag
      return
    }
  })
  const words = computed(() => game.value?.said.find((one) => one.tag === tag.value) ?? game.value)
  const lang = computed(() => tag.value || game.value?.said[0]?.tag || undefined)
  const dir = computed(() => (lang.value !== undefined && isRightToLeft(lang.value) ? 'rtl' : undefined))
  return { tag, words, lang, dir }
}
