// Written by `npm run make:assets` from core/template/catalogue.ts.
import type { SimulatedPlayer } from '../rules'

/** Rules and simulated player of a template, where not all of them are at hand. */
export const FETCHES: Readonly<Record<string, () => Promise<{ rules: unknown; mind: SimulatedPlayer }>>> = {
  windfall: async () => ({
    ...(await import('./windfall/rules')),
    ...(await import('./windfall/mind')),
  }),
  updraft: async () => ({
    ...(await import('./updraft/rules')),
    ...(await import('./updraft/mind')),
  }),
  skipline: async () => ({
    ...(await import('./skipline/rules')),
    ...(await import('./skipline/mind')),
  }),
  ranks: async () => ({
    ...(await import('./ranks/rules')),
    ...(await import('./ranks/mind')),
  }),
  stepstone: async () => ({
    ...(await import('./stepstone/rules')),
    ...(await import('./stepstone/mind')),
  }),
  twosome: async () => ({
    ...(await import('./twosome/rules')),
    ...(await import('./twosome/mind')),
  }),
  'claim-grid': async () => ({
    ...(await import('./claim-grid/rules')),
    ...(await import('./claim-grid/mind')),
  }),
  'which-one': async () => ({
    ...(await import('./which-one/rules')),
    ...(await import('./which-one/mind')),
  }),
  roundabout: async () => ({
    ...(await import('./roundabout/rules')),
    ...(await import('./roundabout/mind')),
  }),
}
