import { STAGE_FILE_BYTES, StageKey } from '@core/folder/stage-protocol'
import { Hash } from '@core/kinds/values'

/** A file that a start of a stage has named. */
export default defineApi(async (event) => {
  await limit(event, 'stageFiles')
  const key = StageKey.safeParse(getRouterParam(event, 'key'))
  const hash = Hash.safeParse(getRouterParam(event, 'hash'))
  if (!key.success || !hash.success) throw refuse.missing('This stage')
  putOnStage(key.data, hash.data, (await readRawBody(event, false)) ?? Buffer.alloc(0))
  return {}
}, STAGE_FILE_BYTES)
