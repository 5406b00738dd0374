import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { root } from './fixtures'
import { newPack, type Pack } from '../../core/pack/pack'
import { CATALOGUE } from '../../core/template/catalogue'
import { buildGameDoc } from '../../core/template/game-doc'
import { Template } from '../../core/template/template'
import { makeSetup, type Setup } from '../../core/game/setup'
import type { StageShape } from '../../core/game/stage'
import { STEPS_PER_SECOND } from '../../core/game/types'

export const read = (id: string): Template =>
  Template.parse(JSON.parse(readFileSync(join(root, 'templates', id, 'template.json'), 'utf8')))
/** Templates that serve a stage. */
export const casesOf = (stage: StageShape) =>
  CATALOGUE.map((id) => ({ id, stage, template: read(id) })).filter(({ template }) => template.stages.includes(stage))
export const packOf = (template: Template, stage: StageShape): Pack => ({
  ...newPack(template, 'a-pack-for-tests'),
  stage,
})
export const setupOf = (template: Template, pack: Pack): Setup => makeSetup(buildGameDoc(template, pack))
/** Steps. */
export const MINUTE = 60 * STEPS_PER_SECOND
