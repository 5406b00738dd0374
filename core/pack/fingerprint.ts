import { hashOf } from './hash'
import type { Pack } from './pack'
import { stableJson } from './stable-json'

const encoder = new TextEncoder()

/** One short fingerprint a part and one for the label, to tell the next release what changed. */
export function fingerprintOf(
  pack: Pick<Pack, 'parts' | 'label'> & Partial<Pick<Pack, 'levels'>>,
): Record<string, string> {
  const print = (value: unknown) => hashOf(encoder.encode(stableJson(value))).slice(0, 16)
  const { visibility: _apart, ...label } = pack.label
  return {
    ...Object.fromEntries(Object.entries(pack.parts).map(([part, content]) => [part, print(content)])),
    ...((pack.levels?.length ?? 0) > 0 ? { levels: print(pack.levels) } : {}),
    label: print(label),
  }
}
