import { kindOf } from '@core/kinds'
import type { Template } from '@core/template/template'

/** The largest of a template's pictures: its face where nothing says which picture it begins with. */
export function largestPicture(template: Template): string | undefined {
  const shown = template.parts.flatMap(({ content }) => {
    const face = kindOf(content).face(content)
    return face.face === 'picture' ? [face.asset] : []
  })
  const area = (hash: string) => (template.assets[hash]?.facts.width ?? 0) * (template.assets[hash]?.facts.height ?? 0)
  return shown.sort((a, b) => area(b) - area(a))[0]
}
