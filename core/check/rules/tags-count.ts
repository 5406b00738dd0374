import { tidyTag } from '../../label/tags'
import type { Rule } from '../rule'
import { LIMITS } from '../thresholds'

export const tagsCount: Rule = {
  id: 'tags-count',
  severity: 'should',
  about: 'There are fewer than three tags, more than six, or one twice.',
  subjects: () => [{ field: 'tags' }],
  reads: (ctx) => ctx.pack.label.tags,
  async run(ctx) {
    const tags = ctx.pack.label.tags.map(tidyTag)
    const twice = tags.find((tag, i) => tags.indexOf(tag) !== i)
    if (twice === undefined && tags.length >= LIMITS.tagsFewest && tags.length <= LIMITS.tagsMost) return []
    return [
      { facts: { count: tags.length, twice: twice ?? '' }, evidence: { kind: 'figure', text: `${tags.length} tags` } },
    ]
  },
}
