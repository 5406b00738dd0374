/** Share of the picture's height that the title may take, and of its width. */
const ROOM = { height: 0.3, width: 0.86 }

/** Lines of a text, broken between words so that the widest line is as short as can be. */
function inLines(words: readonly string[], lines: number, widthOf: (text: string) => number): string[] {
  if (lines === 1 || words.length < 2) return [words.join(' ')]
  let best = [words.join(' ')]
  let least = Infinity
  for (let i = 1; i < words.length; i++) {
    const pair = [words.slice(0, i).join(' '), words.slice(i).join(' ')]
    const widest = Math.max(...pair.map(widthOf))
    if (widest < least) [best, least] = [pair, widest]
  }
  return best
}

/** Letters the title over the lower part of a picture, as large as fits, in the game's own typeface and colours. */
export function drawTitle(
  picture: HTMLCanvasElement,
  title: string,
  typeface: string,
  colours: { accent: string; plate: string; ink: string },
): void {
  const ink = picture.getContext('2d')!
  const { width, height } = picture
  const words = title.split(/\s+/)
  const set = (size: number, lines: number) => {
    ink.font = `800 ${size}px ${typeface}`
    return inLines(words, lines, (text) => ink.measureText(text).width)
  }
  let lines: string[] = []
  let size = Math.round(height * 0.22)
  for (; size > 14; size -= 2) {
    const tried = [set(size, 1), set(size, 2)].find(
      (rows) =>
        rows.length * size * 1.08 <= height * ROOM.height &&
        rows.every((row) => ink.measureText(row).width <= width * ROOM.width),
    )
    if (tried === undefined) continue
    lines = tried
    break
  }
  ink.save()
  ink.font = `800 ${size}px ${typeface}`
  ink.textAlign = 'center'
  ink.textBaseline = 'alphabetic'
  ink.lineJoin = 'round'
  lines.forEach((line, i) => {
    const y = height * 0.92 - (lines.length - 1 - i) * size * 1.08
    ink.lineWidth = size * 0.22
    ink.strokeStyle = colours.plate
    ink.strokeText(line, width / 2, y)
    ink.fillStyle = colours.ink
    ink.fillText(line, width / 2, y)
  })
  ink.restore()
}
