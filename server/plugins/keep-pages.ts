import { keepPage } from '../utils/page-cache'

export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('render:response', (response, { event }) => {
    if (response.statusCode === undefined || response.statusCode === 200) keepPage(event, response)
  })
})
