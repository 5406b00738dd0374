/** Names of what a label chooses from, apart from the schemas: a page that only shows them fetches no more. */

/** From which age on a game is shown without a second thought. Our own bands, from the maker's answers. */
export const BANDS = ['everyone', '8', '11', '15'] as const
type BandName = (typeof BANDS)[number]
export const BAND_NAMES: Record<BandName, string> = {
  everyone: 'All ages',
  '8': 'From 8',
  '11': 'From 11',
  '15': 'From 15',
}
/** Places of the arcade and the oldest band each of them shows. The arcade's own lists follow this table. */
export const PLACES = [
  { id: 'school', name: 'the list for schools', upTo: '8' },
  { id: 'front', name: 'the front list', upTo: '11' },
] as const satisfies readonly { id: string; name: string; upTo: BandName }[]

/** What kind of game it is; a player can filter by it. */
export const CATEGORIES = ['reactions', 'skill', 'puzzle', 'quiz', 'story', 'other'] as const
export const CATEGORY_NAMES: Record<(typeof CATEGORIES)[number], string> = {
  reactions: 'Quick reactions',
  skill: 'Skill and aim',
  puzzle: 'Puzzle',
  quiz: 'Quiz',
  story: 'Story',
  other: 'Something else',
}

/** What a game can be played with. */
export const DEVICES = ['keyboard', 'touch', 'gamepad'] as const
export const DEVICE_NAMES: Record<(typeof DEVICES)[number], string> = {
  keyboard: 'Keyboard',
  touch: 'Touch and mouse',
  gamepad: 'Gamepad',
}
