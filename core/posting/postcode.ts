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

/** A postcode such as KELP-47QX from four numbers, each 0 (inclusive) to 1 (exclusive). */
export function makePostcode(random: () => number): string {
  const word = Math.floor(random() * WORDS.length)
  const letters = [0, 0, 0].map(() => Math.floor(random() * LETTERS.length))
  return `${WORDS[word]!.toUpperCase()}-${letters.map((i) => LETTERS[i]!).join('')}${checkLetter(word, letters)}`
}

/** Tidies what somebody typed ("kelp 47qx"); null when it cannot be a postcode, so typing errors are told at once. */
export function readPostcode(typed: string): string | null {
  const text = typed.toUpperCase().replace(/[^A-Z0-9]/g, '')
  if (text.length !== 8) return null
  const word = WORDS.findIndex((one) => one.toUpperCase() === text.slice(0, 4))
  const letters = [...text.slice(4, 7)].map((letter) => LETTERS.indexOf(letter))
  if (word < 0 || letters.includes(-1) || checkLetter(word, letters) !== text[7]) return null
  return `${text.slice(0, 4)}-${text.slice(4)}`
}

/** "kelp, four, seven, Q, X": how it is said aloud. */
export function sayPostcode(postcode: string): string {
  const digits = ['zero', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine']
  const [word, rest] = postcode.split('-')
  return [word!.toLowerCase(), ...[...(rest ?? '')].map((c) => digits[Number(c)] ?? c)].join(', ')
}
