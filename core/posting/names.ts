/** Made-up names for score tables, so that nobody types a real one: 40 x 40 of them. */
const FIRST =
  'brave calm clever cosy dapper eager fair fleet foggy gentle glad golden happy hardy jolly keen kind lively lucky merry mighty misty nimble plucky proud quick quiet rosy salty shiny silver sleepy steady sunny swift tidy warm wee wild windy'.split(
    ' ',
  )
const SECOND =
  'anchor beacon bell brig bollard buoy clam cockle coracle crab cutter dinghy dory eel ferry fiddler gannet gull heron kelp kite lantern limpet mackerel mussel oyster petrel pilot plaice puffin raft sail seal shrimp skiff skate tern tug urchin wren'.split(
    ' ',
  )

export const NAME_COUNT = FIRST.length * SECOND.length

const capital = (word: string): string => word[0]!.toUpperCase() + word.slice(1)

/** The name of a number from 0; null for a number that has none. */
export function nameOf(index: number): string | null {
  if (!Number.isInteger(index) || index < 0 || index >= NAME_COUNT) return null
  return `${capital(FIRST[Math.floor(index / SECOND.length)]!)} ${capital(SECOND[index % SECOND.length]!)}`
}
