// Written by `npm run make:assets` from core/template/catalogue.ts.
import { lay as stepstone } from './stepstone/lay'

export const LAYS = [stepstone] as const
