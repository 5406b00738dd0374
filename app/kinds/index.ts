import type { OfKind, PartKind } from '@core/kinds'
import type { Want } from '@core/kinds/kind'
import { defineAsyncComponent, type Component } from 'vue'
import { takeAudible, takeCast, takePicture, takeSprite, takeTypeface, type Take } from './take'

/** How the bench shows a kind of part. One line a kind: without it this does not compile. */
export interface KindView<K extends PartKind = PartKind> {
  /** Its editor in the inspector; null for drawings, which have theirs at each place they stand. */
  editor: Component | null
  /** The editor of one of its entries, where it has any. */
  entry: Component | null
  /** What stands over a sheet of such parts, beside what is said there. */
  head: Component | null
  /** What is said over a sheet of such parts. */
  sheet: string
  /** How files become its content; for what takes none, what it is instead: `a dial`. */
  take: Take<OfKind<K>> | string
}

const PLAIN = 'What goes together is set together.'
const SHOWN = 'Nothing of this changes how it plays.'
const NONE = { entry: null, head: null, sheet: PLAIN }
export const KIND_VIEWS: { [K in PartKind]: KindView<K> } = {
  sprite: { ...NONE, editor: null, take: takeSprite },
  cast: {
    ...NONE,
    editor: defineAsyncComponent(() => import('~/components/inspector/CastEditor.vue')),
    entry: defineAsyncComponent(() => import('~/components/inspector/EntryEditor.vue')),
    take: takeCast,
  },
  picture: {
    ...NONE,
    editor: defineAsyncComponent(() => import('~/components/inspector/PictureEditor.vue')),
    take: takePicture,
  },
  sound: {
    ...NONE,
    editor: defineAsyncComponent(() => import('~/components/inspector/SoundEditor.vue')),
    take: takeAudible,
  },
  music: {
    ...NONE,
    editor: defineAsyncComponent(() => import('~/components/inspector/SoundEditor.vue')),
    take: takeAudible,
  },
  wording: {
    ...NONE,
    editor: defineAsyncComponent(() => import('~/components/inspector/WordingEditor.vue')),
    head: defineAsyncComponent(() => import('~/components/inspector/WordingHead.vue')),
    sheet: 'The words on buttons.',
    take: 'made of words',
  },
  story: {
    ...NONE,
    editor: defineAsyncComponent(() => import('~/components/inspector/StoryEditor.vue')),
    take: 'made of words',
  },
  typeface: {
    ...NONE,
    editor: defineAsyncComponent(() => import('~/components/inspector/TypefaceEditor.vue')),
    take: takeTypeface,
  },
  dial: {
    ...NONE,
    editor: defineAsyncComponent(() => import('~/components/inspector/DialEditor.vue')),
    head: defineAsyncComponent(() => import('~/components/inspector/DialHead.vue')),
    sheet: 'Numbers a player can feel. A change shows at once.',
    take: 'a dial',
  },
  course: {
    ...NONE,
    editor: defineAsyncComponent(() => import('~/components/inspector/CourseEditor.vue')),
    take: 'a course',
  },
  deck: {
    ...NONE,
    editor: defineAsyncComponent(() => import('~/components/inspector/DeckEditor.vue')),
    take: 'a deck',
  },
  choice: {
    ...NONE,
    editor: defineAsyncComponent(() => import('~/components/inspector/ChoiceEditor.vue')),
    take: 'a choice',
  },
  switch: {
    ...NONE,
    editor: defineAsyncComponent(() => import('~/components/inspector/SwitchEditor.vue')),
    take: 'a switch',
  },
  colour: {
    ...NONE,
    editor: defineAsyncComponent(() => import('~/components/inspector/ColourEditor.vue')),
    sheet: SHOWN,
    take: 'a colour',
  },
  spot: {
    ...NONE,
    editor: defineAsyncComponent(() => import('~/components/inspector/SpotEditor.vue')),
    take: 'a place',
  },
  layout: {
    ...NONE,
    editor: defineAsyncComponent(() => import('~/components/inspector/LayoutEditor.vue')),
    take: 'where pieces stand',
  },
  way: {
    ...NONE,
    editor: defineAsyncComponent(() => import('~/components/inspector/WayEditor.vue')),
    take: 'a way',
  },
}
export const viewOf = <K extends PartKind>(content: OfKind<K>): KindView<K> =>
  KIND_VIEWS[content.kind as K] as unknown as KindView<K>

/** What the system's window offers for each sort of file. */
export const ACCEPTS: Record<Want, string> = {
  picture: '.png,.apng,.jpg,.jpeg,.webp,.gif,.svg,.json,.zip,image/*',
  sound: '.wav,.mp3,.ogg,.oga,.opus,.flac,.m4a,audio/*',
  typeface: '.ttf,.otf,.woff2',
}

/** What several parts of a kind are called. */
export const PLURAL: Record<PartKind, string> = {
  ...{ sprite: 'sprites', picture: 'pictures', sound: 'sounds', music: 'tunes', wording: 'wordings', story: 'stories' },
  ...{ typeface: 'typefaces', dial: 'dials', cast: 'casts', choice: 'choices', switch: 'switches', colour: 'colours' },
  ...{ course: 'courses', deck: 'decks', spot: 'places', way: 'ways', layout: 'layouts' },
}
