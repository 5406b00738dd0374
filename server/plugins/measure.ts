import { countRequest } from '../utils/metrics'

const began = new WeakMap<object, number>()

export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', (event) => {
    began.set(event, performance.now())
    event.node.res.once('finish', () => {
      const from = began.get(event)
      if (from !== undefined) countRequest(event.path, event.node.res.statusCode, (performance.now() - from) / 1000)
    })
  })
})
