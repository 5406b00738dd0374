import { isSpdxId } from '../../label/licences'
import { clashOf, freestTerms, type Clash } from '../../label/terms'
import { handedOn } from '../../facts/handed-on'
import { labelRule } from '../label-rule'
import type { CheckContext } from '../rule'

type Of = Pick<CheckContext, 'template' | 'pack'>

const first = ({ template, pack }: Of, wanted: (clash: Clash) => boolean) =>
  handedOn(template, pack)
    .map((one) => ({ ...one, clash: clashOf(one.licence, pack.label.copies.licence, one.own) }))
    .find((one) => one.clash !== null && wanted(one.clash))

const reads = ({ template, pack }: Of) => handedOn(template, pack)

const toFreest = ({ template, pack }: Of) => {
  const licence = freestTerms(handedOn(template, pack))
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
  look(ctx, { copies }) {
    if (!copies.allowed) return []
    if (!isSpdxId(copies.licence))
      return [{ facts: { clash: 'unknown', file: '', licence: '', terms: copies.licence }, shown: '?' }]
    const hit = first(ctx, (clash) => clash !== 'same-terms')
    if (hit === undefined) return []
    const { file, licence, clash } = hit
    return [{ facts: { clash: clash!, file, licence, terms: copies.licence }, shown: licence }]
  },
  fix: toFreest,
})

/** Share-alike: what came on these terms must be handed on by the same. */
export const shareAlike = labelRule({
  id: 'share-alike',
  severity: 'must',
  about: 'Something inside must be shared on its own terms, and copies are offered on others.',
  field: 'copies',
  reads,
  look(ctx, { copies }) {
    const hit = copies.allowed ? first(ctx, (clash) => clash === 'same-terms') : undefined
    if (hit === undefined) return []
    return [{ facts: { file: hit.file, licence: hit.licence, terms: copies.licence }, shown: hit.licence }]
  },
  fix: toFreest,
})
