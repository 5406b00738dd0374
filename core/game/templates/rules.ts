// Written by `npm run make:assets` from core/template/catalogue.ts.
import { rules as claimGrid } from './claim-grid/rules'
import { rules as ranks } from './ranks/rules'
import { rules as roundabout } from './roundabout/rules'
import { rules as skipline } from './skipline/rules'
import { rules as stepstone } from './stepstone/rules'
import { rules as twosome } from './twosome/rules'
import { rules as updraft } from './updraft/rules'
import { rules as whichOne } from './which-one/rules'
import { rules as windfall } from './windfall/rules'

export const RULES = [windfall, updraft, skipline, ranks, stepstone, twosome, claimGrid, whichOne, roundabout] as const
