/** Four-letter harbour words: short, speakable, and no two that sound alike. */
export const WORDS = [
  'kelp',
  'gull',
  'mast',
  'buoy',
  'cove',
  'crab',
  'dory',
  'fern',
  'gale',
  'hull',
  'isle',
  'jibe',
  'knot',
  'lark',
  'mole',
  'oars',
  'pier',
  'quay',
  'reef',
  'sail',
  'tide',
  'wave',
  'yawl',
  'brig',
  'clam',
  'dune',
  'fins',
  'helm',
  'lamp',
  'moor',
  'nets',
  'opal',
] as const

/**
 * None that look alike (0/O, 1/I/L, 2/Z, 5/S, 8/B, U/V) and no vowels, so that no words come out. Nineteen, a prime, so
 * that the check letter sees every slip.
 */
export const LETTERS = '4679CDFGHJKMNPQRTWX'

/** Weighted sum over the word's place and the three letters, modulo the alphabet: catches any one wrong letter and any swap of neighbours. */
function checkLetter(word: number, letters: readonly number[]): string {
  const sum = letters.reduce((total, value, i) => total + value * (i + 2), word * 7 + 3)
  return LETTERS[sum % LETTERS.length]!
}

/** Letters before the check letter: short ones are easy to say, long ones (28 thousand million) are not found by trying. */
const LENGTHS = { short: 3, long: 7 } as const
const GROUP = 4

const written = (word: string, letters: string): string =>
  [word, ...(letters.match(new RegExp(`.{1,${GROUP}}`, 'g')) ?? [])].join('-')

/** A postcode such as KELP-47QX or KELP-47QX-M9TW from numbers that are each 0 (inclusive) to 1 (exclusive). */
export function makePostcode(random: () => number, length: keyof typeof LENGTHS = 'short'): string {
  const word = Math.floor(random() * WORDS.length)
  const letters = Array.from({ length: LENGTHS[length] }, () => Math.floor(random() * LETTERS.length))
  return written(WORDS[word]!.toUpperCase(), letters.map((i) => LETTERS[i]!).join('') + checkLetter(word, letters))
}

/** Tidies what somebody typed ("kelp 47qx"); null when it cannot be a postcode, so typing errors are told at once. */
export function readPostcode(typed: string): string | null {
  if (typed.length > 40) return null
  const text = typed.toUpperCase().replace(/[^A-Z0-9]/g, '')
  const rest = text.slice(GROUP)
  if (!Object.values(LENGTHS).some((length) => rest.length === length + 1)) return null
  const word = WORDS.findIndex((one) => one.toUpperCase() === text.slice(0, GROUP))
  const letters = [...rest.slice(0, -1)].map((letter) => LETTERS.indexOf(letter))
  if (word < 0 || letters.includes(-1) || checkLetter(word, letters) !== rest.at(-1)) return null
  return written(text.slice(0, GROUP), rest)
}

/** The token stands behind the postcode in a link, so that a link is found by nobody who was not given it. */
const TOKEN_MARK = '~'

/** The last step of a game's address: its postcode, and for what is not public the unguessable token. */
export const linkStep = (postcode: string, token: string | null): string =>
  postcode.toLowerCase() + (token === null ? '' : TOKEN_MARK + token)

/** Takes such a step apart; null when there is no postcode in it. */
export function readLinkStep(step: string): { postcode: string; token: string | null } | null {
  const at = step.indexOf(TOKEN_MARK)
  const postcode = readPostcode(at < 0 ? step : step.slice(0, at))
  return postcode === null ? null : { postcode, token: at < 0 ? null : step.slice(at + 1) }
}

/** "kelp, four, seven, Q, X": how it is said aloud. */
export function sayPostcode(postcode: string): string {
  const digits = ['zero', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine']
  const [word, ...rest] = postcode.split('-')
  return [word!.toLowerCase(), ...[...rest.join('')].map((c) => digits[Number(c)] ?? c)].join(', ')
}
