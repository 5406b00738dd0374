import type { PartContent, PartKind } from '@core/kinds'
import type { Want } from '@core/kinds/kind'
import { defineAsyncComponent, type Component } from 'vue'

/** How the bench shows a kind of part. One line a kind: without it this does not compile. */
export interface KindView {
  /** Its editor in the inspector; null for drawings, which have theirs at each place they stand. */
  editor: Component | null
  /** What is said over a sheet of such parts. */
  sheet: string
}

const PLAIN = 'What goes together is set together.'
const SHOWN = 'Nothing of this changes how it plays.'
export const KIND_VIEWS: Record<PartKind, KindView> = {
  sprite: { editor: null, sheet: PLAIN },
  cast: { editor: null, sheet: PLAIN },
  picture: { editor: defineAsyncComponent(() => import('~/components/inspector/PictureEditor.vue')), sheet: PLAIN },
  sound: { editor: defineAsyncComponent(() => import('~/components/inspector/SoundEditor.vue')), sheet: PLAIN },
  music: { editor: defineAsyncComponent(() => import('~/components/inspector/SoundEditor.vue')), sheet: PLAIN },
  wording: {
    editor: defineAsyncComponent(() => import('~/components/inspector/WordingEditor.vue')),
    sheet: 'The words on buttons.',
  },
  story: { editor: defineAsyncComponent(() => import('~/components/inspector/StoryEditor.vue')), sheet: PLAIN },
  typeface: { editor: defineAsyncComponent(() => import('~/components/inspector/TypefaceEditor.vue')), sheet: PLAIN },
  dial: {
    editor: defineAsyncComponent(() => import('~/components/inspector/DialEditor.vue')),
    sheet: 'Numbers a player can feel. A change shows at once.',
  },
  choice: {
    editor: defineAsyncComponent(() => import('~/components/inspector/ChoiceEditor.vue')),
    sheet: SHOWN,
  },
  switch: {
    editor: defineAsyncComponent(() => import('~/components/inspector/SwitchEditor.vue')),
    sheet: SHOWN,
  },
  colour: {
    editor: defineAsyncComponent(() => import('~/components/inspector/ColourEditor.vue')),
    sheet: SHOWN,
  },
}
export const viewOf = (content: Pick<PartContent, 'kind'>): KindView => KIND_VIEWS[content.kind]

/** What the system's window offers for each sort of file. */
export const ACCEPTS: Record<Want, string> = {
  picture: '.png,.apng,.jpg,.jpeg,.webp,.gif,.svg,.json,.zip,image/*',
  sound: '.wav,.mp3,.ogg,.oga,.opus,.flac,.m4a,audio/*',
  typeface: '.ttf,.otf,.woff2',
}
