import { PartContent } from '../kinds'
import type { Subject } from './finding'
import type { NewAsset } from './new-picture'
import type { CheckContext, Fix } from './rule'

/** The fix that puts other bytes in the place of one asset of a part, wherever in the part it is named. */
export function swapAsset(
  ctx: CheckContext,
  { part }: Subject,
  from: string,
  made: NewAsset,
  name: string,
): Fix | null {
  const own = part === undefined ? undefined : ctx.pack.parts[part]
  if (part === undefined || own === undefined) return null
  const content = PartContent.parse(JSON.parse(JSON.stringify(own).replaceAll(from, made.hash)))
  return {
    name,
    command: { type: 'set-part', part, from: own, content, assets: { [made.hash]: made.facts } },
    bytes: { [made.hash]: made.bytes },
  }
}
