import type { Pack } from '../../core/pack/pack'
import { gullRun } from './demos/breakwater-gull'
import { fogWatch } from './demos/fog-watch'
import { harbourLore } from './demos/harbour-lore'
import { oldPierClimb } from './demos/old-pier-climb'
import { potWatch } from './demos/pot-watch'
import { puffinCatch } from './demos/puffin-catch'
import { quayCart } from './demos/quay-cart'
import { roundTheBay } from './demos/round-the-bay'
import { saltwickFlags } from './demos/saltwick-flags'

/** Demo packs by id; each is made from the drawer's files in that folder. */
export const DEMOS: Record<string, (files: string) => Promise<Pack>> = {
  'puffin-catch': puffinCatch,
  'breakwater-gull': gullRun,
  'quay-cart': quayCart,
  'fog-watch': fogWatch,
  'old-pier-climb': oldPierClimb,
  'saltwick-flags': saltwickFlags,
  'harbour-lore': harbourLore,
  'pot-watch': potWatch,
  'round-the-bay': roundTheBay,
}
