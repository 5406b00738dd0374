import type { SpotPlace } from '@core/game/rules'
import type { PartSpec } from '@core/template/template'
import type { SpotContent } from '@core/kinds/spot'
import { useBench } from '~/stores/bench'

/** Hundredths of a world unit are finer than anybody sees. */
const tidy = (value: number): number => Math.round(value * 100) / 100

/** Moving a place of the template's, within what it allows. */
export function useSpot() {
  const bench = useBench()
  const held = (spec: PartSpec, x: number, y: number): SpotContent => {
    const { least, most } = spec.spot!
    return {
      kind: 'spot',
      x: tidy(Math.max(least.x, Math.min(most.x, x))),
      y: tidy(Math.max(least.y, Math.min(most.y, y))),
    }
  }
  return {
    value(spec: PartSpec): SpotContent {
      const content = bench.content(spec.id)
      return content?.kind === 'spot' ? content : { kind: 'spot', x: 0, y: 0 }
    },
    /** World units from where the rules count. */
    move(spec: PartSpec, x: number, y: number): void {
      if (!Number.isFinite(x) || !Number.isFinite(y)) return
      void bench.act(
        `Move ${spec.name}`,
        { type: 'set-part', part: spec.id, content: held(spec, x, y) },
        { mark: `spot:${spec.id}` },
      )
    },
    seal: () => bench.seal(),
  }
}

/** On the stage, world units. */
export const onStage = ({ x, y, scale }: SpotPlace, content: SpotContent): { x: number; y: number } => ({
  x: x + content.x * scale,
  y: y + content.y * scale,
})
