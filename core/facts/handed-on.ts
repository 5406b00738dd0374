import { assetsOf } from '../kinds'
import type { Pack } from '../pack/pack'
import type { Template } from '../template/template'

/** Something that goes along with a copy of a pack. */
export interface HandedOn {
  /** SPDX id, or empty. */
  licence: string
  /** The maker's own work is theirs to give. */
  own: boolean
  file: string
}

const OWN = 'LicenseRef-Own-Work'
/** Nobody said on what terms: nothing is allowed without asking. */
const UNSAID = 'LicenseRef-Unsaid'

/** Everything of somebody's that a copy brings along: the files that were put in, and the game that came as a folder. */
export function handedOn(template: Template, pack: Pack): HandedOn[] {
  const isOwn = (licence: string, author: string) => licence === OWN && author === pack.label.author
  const hashes = new Set(Object.values(pack.parts).flatMap(assetsOf))
  const files = [...hashes].flatMap((hash): HandedOn[] => {
    const source = pack.assets[hash]?.source
    if (source === undefined) return []
    return [{ licence: source.licence, own: isOwn(source.licence, source.author), file: source.file }]
  })
  if (template.kind === 'engine') return files
  const { licence, author, name } = template
  return [...files, { licence: licence || UNSAID, own: isOwn(licence, author), file: name }]
}
