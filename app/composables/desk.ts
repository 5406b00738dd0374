import { onMounted } from 'vue'
import { useTheme } from 'vuetify'

const KEPT = 'pack-post:desk'

/** The desk by night or by day, kept in the browser for the next time. */
export function useDesk() {
  const theme = useTheme()
  const night = () => theme.global.name.value === 'night'
  return {
    night,
    turn(): void {
      const next = night() ? 'light' : 'night'
      theme.change(next)
      localStorage.setItem(KEPT, next)
    },
  }
}

/** The desk as it was turned the last time. */
export function useKeptDesk(): void {
  const theme = useTheme()
  onMounted(() => {
    try {
      if (localStorage.getItem(KEPT) === 'night') theme.change('night')
    } catch {
      // A game framed by another site has no storage here: it is shown by day.
    }
  })
}
