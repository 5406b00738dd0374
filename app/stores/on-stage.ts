import type { Arranged } from '@core/game/rules'
import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

/** What editors ask of the stage that is running beside them. */
export const useOnStage = defineStore('on-stage', () => {
  /** Pieces as they stand there now; null while nothing is played by hand. */
  const arranged = shallowRef<() => Arranged[] | null>(() => null)
  return { arranged }
})
