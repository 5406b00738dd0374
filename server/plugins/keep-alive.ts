import type { Server } from 'node:http'

/** Longer than proxies in front keep theirs (60 s as a rule): a connection must not be closed while a request is on its way. */
const KEPT_MS = 65_000

export default defineNitroPlugin((nitro) => {
  let told: unknown
  nitro.hooks.hook('request', (event) => {
    const { server } = event.node.req.socket as { server?: Server }
    if (server === undefined || server === told) return
    told = server
    server.keepAliveTimeout = KEPT_MS
    server.headersTimeout = KEPT_MS + 1000
  })
})
