import * as z from 'zod'
import type { Kind } from './kind'

export const SwitchContent = z.object({ kind: z.literal('switch'), on: z.boolean() })
export type SwitchContent = z.infer<typeof SwitchContent>

export const onOff: Kind<SwitchContent> = {
  kind: 'switch',
  schema: SwitchContent,
  wants: null,
  takesMany: false,
  splits: false,
  assets: () => [],
  toDoc: ({ on }, { put, part }) => put('switch', part, on),
  texts: () => [],
  said: () => [],
  face: ({ on }) => ({ face: 'figure', text: on ? 'on' : 'off' }),
  drawings: () => [],
  redrawn: (content) => content,
  felt: (on) => on,
  filled: () => true,
  summary: () => 'switch',
}
