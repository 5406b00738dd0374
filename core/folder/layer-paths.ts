import type { PartContent } from '../kinds'
import type { Pack } from '../pack/pack'
import type { FolderPlace } from '../template/folder'
import type { FolderTemplate } from '../template/template'

/** Parts of the pack that change something of the folder, in the template's order. */
export const ownPlaces = (
  template: FolderTemplate,
  pack: Pack,
): { part: string; place: FolderPlace; content: PartContent }[] =>
  template.parts.flatMap(({ id }) => {
    const place = template.folder.places[id]
    const content = pack.parts[id]
    return place === undefined || content === undefined ? [] : [{ part: id, place, content }]
  })

/** Which files of the folder are others in this pack, by path. */
export const changedPaths = (template: FolderTemplate, pack: Pack): Set<string> =>
  new Set(ownPlaces(template, pack).flatMap(({ place }) => (place.at === 'file' ? place.paths : [place.path])))

/** Whether a part may be written as large as what is put in: it is all that its file shows. */
export const mayBeOwnSize = (was: PartContent, alone: boolean): boolean =>
  alone && (was.kind === 'picture' || (was.kind === 'sprite' && Object.values(was.clips)[0]!.frames.length === 1))

/** The parts that lie in the same file. */
export const partsBeside = (template: FolderTemplate, part: string): string[] => {
  const at = template.folder.places[part]
  if (at?.at !== 'file') return []
  return Object.entries(template.folder.places).flatMap(([other, place]) =>
    other !== part && place.at === 'file' && place.paths[0] === at.paths[0] ? [other] : [],
  )
}
