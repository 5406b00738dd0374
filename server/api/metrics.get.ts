import { metricsText } from '../utils/metrics'

/** Figures for a Prometheus scrape, for whoever has the token the keeper set (NUXT_METRICS_TOKEN); nobody else. */
export default defineApi(async (event) => {
  const token = String(useRuntimeConfig().metricsToken ?? '')
  if (token === '' || !sameText(getHeader(event, 'authorization') ?? '', `Bearer ${token}`))
    throw refuse.missing('This address')
  const { text, type } = await metricsText()
  setResponseHeader(event, 'content-type', type)
  return text
})
