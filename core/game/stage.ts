/** The stage in world units; y grows downwards. Wide for screens that lie, tall for phones held upright. */
export const SHAPES = ['wide', 'tall'] as const
export type StageShape = (typeof SHAPES)[number]

export interface Stage {
  shape: StageShape
  width: number
  height: number
}

/** The only place where these numbers are written. */
export const STAGES: Readonly<Record<StageShape, Stage>> = {
  wide: { shape: 'wide', width: 16, height: 10 },
  tall: { shape: 'tall', width: 10, height: 16 },
}
/** World units of the longer side, whatever the shape. */
export const LONG_SIDE = STAGES.wide.width
/** World units of the shorter side, whatever the shape. */
export const SHORT_SIDE = STAGES.wide.height

/** Less of a screen than this, in each direction, and a game drawn pixel by pixel fills it as any other does. */
const LEAST_FILLED = 0.8

/**
 * How many px of a screen a px of the art becomes in a game drawn pixel by pixel: a whole number, or 0 where that would
 * leave too much of the screen free. `room` is px of the screen a world unit could have, `grid` px of the art it has.
 */
export function wholeZoom(room: number, grid: number): number {
  const zoom = Math.floor(room / grid + 0.001)
  return zoom * grid < room * LEAST_FILLED ? 0 : zoom
}

/** As CSS has it: `16 / 10`. */
export const ratioOf = (shape: StageShape): string => `${STAGES[shape].width} / ${STAGES[shape].height}`

/** A rectangle in shares of the stage, 0..1. */
export interface Framed {
  left: number
  top: number
  w: number
  h: number
}

/**
 * The largest rectangle of the ratio `width : height` in a stage, made smaller by `closeness` (1 and up). `across` and
 * `down` say where it lies in the room that is left, 0 to 1.
 */
export function framed(
  shape: StageShape,
  width: number,
  height: number,
  { across = 0.5, down = 0.5, closeness = 1 } = {},
): Framed {
  const stage = STAGES[shape]
  const wider = (width / height) * (stage.height / stage.width)
  const w = Math.min(1, wider) / closeness
  const h = Math.min(1, 1 / wider) / closeness
  return { left: (1 - w) * across, top: (1 - h) * down, w, h }
}
