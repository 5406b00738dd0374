import { steadyPresses } from '~/composables/steady-press'

export default defineNuxtPlugin(() => steadyPresses(document))
