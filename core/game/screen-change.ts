import { add, type DrawList } from './draw-list'
import { chosen, type Setup } from './setup'
import { STEPS_PER_SECOND } from './types'

/** Ways in which one screen follows another; the first in games that say nothing of it. */
export const SCREEN_CHANGES = ['cut', 'fade', 'wipe'] as const
/** How long that takes, seconds. */
export const CHANGE_SECONDS: Readonly<Record<string, number>> = { quick: 0.25, calm: 0.5, slow: 1 }
const USUAL = 'calm'

/**
 * What still lies over a screen that began `screenStep` steps ago: the dark it comes out of, fading, or drawn aside from
 * left to right. Nothing where whoever looks asked for less motion.
 */
export function drawScreenChange(list: DrawList, setup: Setup, screenStep: number): void {
  const change = chosen(setup, 'screen-change', SCREEN_CHANGES[0])
  if (change === SCREEN_CHANGES[0] || list.still) return
  const seconds = CHANGE_SECONDS[chosen(setup, 'screen-change-time', USUAL)] ?? CHANGE_SECONDS[USUAL]!
  const done = screenStep / (seconds * STEPS_PER_SECOND)
  if (done >= 1) return
  const { width, height } = setup.stage
  const dark = add(list, 'dim', '', 0, 0)
  dark.w = width
  dark.h = height
  if (change === 'fade') dark.alpha = 1 - done
  else {
    dark.x = width * done
    dark.w = width - dark.x
  }
}

/** Quarters a volume begins with, by how a maker sets it. */
export const VOLUMES: Readonly<Record<string, number>> = { off: 0, quarter: 1, half: 2, 'three-quarters': 3, full: 4 }

/** Where the volume of sounds and music begins, 0..4 quarters; players change it under Options. */
export const startVolume = (setup: Setup | undefined): { sound: number; music: number } => ({
  sound: VOLUMES[setup === undefined ? '' : chosen(setup, 'sound-volume-start', 'full')] ?? 4,
  music: VOLUMES[setup === undefined ? '' : chosen(setup, 'music-volume-start', 'three-quarters')] ?? 3,
})
