import { isSpdxId } from '../../label/licences'
import { clashOf, freestTerms, type Clash } from '../../label/terms'
import { assetsOf } from '../../kinds'
import type { Pack } from '../../pack/pack'
import { labelRule } from '../label-rule'

/** Licences of everything that would be handed on; the maker's own work is theirs to give. */
function inside(pack: Pack): { licence: string; own: boolean; file: string }[] {
  const hashes = new Set(Object.values(pack.parts).flatMap(assetsOf))
  return [...hashes].flatMap((hash) => {
    const source = pack.assets[hash]?.source
    if (source === undefined) return []
    const own = source.licence === 'LicenseRef-Own-Work' && source.author === pack.label.author
    return [{ licence: source.licence, own, file: source.file }]
  })
}

const first = (pack: Pack, wanted: (clash: Clash) => boolean) =>
  inside(pack)
    .map((one) => ({ ...one, clash: clashOf(one.licence, pack.label.copies.licence, one.own) }))
    .find((one) => one.clash !== null && wanted(one.clash))

const reads = ({ pack }: { pack: Pack }) => inside(pack)

const toFreest = (pack: Pack) => {
  const licence = freestTerms(inside(pack))
  return licence === null
    ? { name: 'Keep the pack to yourself', change: { copies: { allowed: false, licence: '' } } }
    : { name: `Offer copies under ${licence}`, change: { copies: { allowed: true, licence } } }
}

/** What is inside does not allow what the label offers. */
export const copyTerms = labelRule({
  id: 'copy-terms',
  severity: 'must',
  about: 'Copies are offered on terms that something inside does not allow, or on no known terms.',
  field: 'copies',
  reads,
  look({ pack }, { copies }) {
    if (!copies.allowed) return []
    if (!isSpdxId(copies.licence))
      return [{ facts: { clash: 'unknown', file: '', licence: '', terms: copies.licence }, shown: '?' }]
    const hit = first(pack, (clash) => clash !== 'same-terms')
    if (hit === undefined) return []
    const { file, licence, clash } = hit
    return [{ facts: { clash: clash!, file, licence, terms: copies.licence }, shown: licence }]
  },
  fix: ({ pack }) => toFreest(pack),
})

/** Share-alike: what came on these terms must be handed on by the same. */
export const shareAlike = labelRule({
  id: 'share-alike',
  severity: 'must',
  about: 'Something inside must be shared on its own terms, and copies are offered on others.',
  field: 'copies',
  reads,
  look({ pack }, { copies }) {
    const hit = copies.allowed ? first(pack, (clash) => clash === 'same-terms') : undefined
    if (hit === undefined) return []
    return [{ facts: { file: hit.file, licence: hit.licence, terms: copies.licence }, shown: hit.licence }]
  },
  fix: ({ pack }) => toFreest(pack),
})
