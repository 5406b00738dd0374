// Written by `npm run make:assets` from core/template/catalogue.ts.
import { mind as claimGrid } from './claim-grid/mind'
import { mind as ranks } from './ranks/mind'
import { mind as roundabout } from './roundabout/mind'
import { mind as skipline } from './skipline/mind'
import { mind as stepstone } from './stepstone/mind'
import { mind as twosome } from './twosome/mind'
import { mind as updraft } from './updraft/mind'
import { mind as whichOne } from './which-one/mind'
import { mind as windfall } from './windfall/mind'

export const MINDS = [windfall, updraft, skipline, ranks, stepstone, twosome, claimGrid, whichOne, roundabout] as const
