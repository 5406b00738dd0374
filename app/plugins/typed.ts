import { typed } from '~/composables/typed'

export default defineNuxtPlugin((nuxt) => {
  nuxt.vueApp.directive('typed', typed)
})
