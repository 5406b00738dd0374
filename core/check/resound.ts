import type { MusicContent, SoundContent } from '../kinds/audible'
import { factsOf } from '../pack/pack'
import { editedFrom, editSound } from '../sound/bring-in'
import type { SoundEdit } from '../kinds/sound-edit'
import type { CheckContext, Fix } from './rule'

/** The fix that does one more thing to the part's sound, starting from its original like the sound workshop does. */
export async function resound(
  ctx: CheckContext,
  part: string,
  name: string,
  change: (edit: SoundEdit) => SoundEdit,
): Promise<Fix | null> {
  const content = ctx.pack.parts[part] as SoundContent | MusicContent | undefined
  if (ctx.encoders === null || content === undefined || (content.kind !== 'sound' && content.kind !== 'music'))
    return null
  const start = editedFrom(content, (hash) => factsOf(ctx.pack, ctx.template, hash))
  const facts = start === null ? undefined : factsOf(ctx.pack, ctx.template, start.from)
  const samples = start === null ? null : await ctx.samples(start.from)
  if (start === null || facts === undefined || samples === null) return null
  const made = await editSound(content, start.from, facts, samples, change(start.edit), ctx.encoders)
  const { asset } = made
  return {
    name,
    command: {
      type: 'set-part',
      part,
      from: content,
      content: made.content,
      ...(asset === undefined ? {} : { assets: { [asset.hash]: asset.facts } }),
    },
    bytes: asset === undefined ? {} : { [asset.hash]: asset.bytes },
  }
}
