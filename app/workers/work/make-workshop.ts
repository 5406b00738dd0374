import { bringWork } from './bring-work'
import { checkWork } from './check-work'
import { drawingWork } from './drawing-work'
import { workFiles, type WorkshopPlace } from './files'
import { parcelWork } from './parcel-work'
import { soundWork } from './sound-work'

/** Everything that is heavy, wherever it is done: in the worker, or in a test with the decoders it has. */
export function makeWorkshop(place: WorkshopPlace) {
  const files = workFiles(place)
  return {
    ...bringWork(place, files),
    ...drawingWork(place, files),
    ...soundWork(place, files),
    ...checkWork(place, files),
    ...parcelWork(place, files),
  }
}
export type Workshop = ReturnType<typeof makeWorkshop>
