import { StageKey, StageStart, type StageAnswer } from '@core/folder/stage-protocol'

/** Begins a start of a game that is on somebody's bench as a folder. */
export default defineApi(async (event): Promise<StageAnswer> => {
  await limit(event, 'stages')
  const key = StageKey.safeParse(getRouterParam(event, 'key'))
  const body = StageStart.safeParse(await readBody(event).catch(() => null))
  if (!key.success || !body.success)
    throw refuse.shape('A stage needs a key of its own and the list of its files: at most 2,000, and 130 MB together.')
  const files = new Map(Object.entries(body.data.files).map(([path, { hash }]) => [path, hash]))
  const { start, missing } = beginStage(key.data, files)
  return { base: `${gamesOrigin(event)}/stage/${key.data}/${start}/`, missing }
}, 1_000_000)
