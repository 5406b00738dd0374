import { createVuetify } from 'vuetify'
import { options } from '../theme/vuetify-theme'

export default defineNuxtPlugin((nuxt) => {
  nuxt.vueApp.use(createVuetify(options))
})
