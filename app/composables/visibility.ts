import type { Visibility } from '@core/label/label'

export const VISIBILITY_WORDS: Record<Visibility, { name: string; means: string }> = {
  'only-me': { name: 'Only me', means: 'Nobody else can open it.' },
  invited: { name: 'Invited', means: 'Whoever has an invite, until you take it back.' },
  unlisted: { name: 'Unlisted', means: 'Anyone with the link or postcode.' },
  public: { name: 'Public', means: 'Listed in the arcade.' },
}
