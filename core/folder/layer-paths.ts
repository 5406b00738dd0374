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
