import { START_LOCATION } from 'vue-router'

/**
 * A page that came from the server is read and scrolled before its script runs. The router's first act is to scroll to
 * the top, which would take the page from under a finger: it goes only where an address or an earlier visit says.
 */
export default defineNuxtPlugin(() => {
  const { options } = useRouter()
  const usual = options.scrollBehavior
  if (usual === undefined) return
  options.scrollBehavior = (to, from, saved) =>
    from === START_LOCATION && saved === null && to.hash === '' ? false : usual(to, from, saved)
})
