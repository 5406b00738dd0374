export interface SourceLine {
  number: number
  before: string
  was: string
  after: string
  here: boolean
}

const MOST = 60
/** The line that some characters of a text file stand in, and the one before it; long ones around the place only. */
export function sourceLines(bytes: Uint8Array, at: { from: number; to: number }): SourceLine[] {
  const text = new TextDecoder('utf-8', { ignoreBOM: true }).decode(bytes)
  const start = text.lastIndexOf('\n', at.from - 1) + 1
  const end = text.indexOf('\n', at.to)
  const number = text.slice(0, at.from).split('\n').length
  const line: SourceLine = {
    number,
    before: text.slice(Math.max(start, at.from - MOST), at.from).trimStart(),
    was: text.slice(at.from, Math.min(at.to, at.from + MOST)),
    after: text.slice(at.to, Math.min(end < 0 ? text.length : end, at.to + MOST)).trimEnd(),
    here: true,
  }
  const above = text.slice(text.lastIndexOf('\n', start - 2) + 1, Math.max(0, start - 1)).trim()
  if (number === 1 || above === '') return [line]
  return [{ number: number - 1, before: above.slice(0, MOST), was: '', after: '', here: false }, line]
}
