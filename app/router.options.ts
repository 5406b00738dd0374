import type { RouterConfig } from 'nuxt/schema'
import { START_LOCATION, type RouteLocation } from 'vue-router'

const placeOf = ({ hash }: RouteLocation) => (hash === '' ? null : { el: hash })

/**
 * Where a page is scrolled to when it comes. One that came from the server is read and scrolled before its script runs:
 * it stays where it is unless an address or an earlier visit says otherwise, so that it is not taken from under a finger.
 */
export default {
  scrollBehavior(to, from, saved) {
    if (to.path.replace(/\/$/, '') === from.path.replace(/\/$/, ''))
      return placeOf(to) ?? (from.hash === '' ? false : { top: 0 })
    if (from === START_LOCATION) return saved ?? placeOf(to) ?? false
    const { hooks } = useNuxtApp()
    return new Promise((resolve) => {
      hooks.hookOnce('page:loading:end', () => {
        requestAnimationFrame(() => resolve(saved ?? placeOf(to) ?? { left: 0, top: 0 }))
      })
    })
  },
} satisfies RouterConfig
