/** `v-focus`: the element takes the focus when it comes, its text selected. */
export default defineNuxtPlugin((nuxt) => {
  nuxt.vueApp.directive('focus', {
    mounted(element: HTMLInputElement) {
      element.focus()
      element.select?.()
    },
    getSSRProps: () => ({}),
  })
})
