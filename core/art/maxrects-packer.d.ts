declare module 'maxrects-packer/dist/maxrects-packer.mjs' {
  interface Placed {
    x: number
    y: number
    width: number
    height: number
    data: number
  }
  export class MaxRectsPacker {
    constructor(width: number, height: number, padding: number, options: Record<string, unknown>)
    add(width: number, height: number, data: number): Placed
    bins: { width: number; height: number; rects: Placed[] }[]
  }
}
