import type { Rule } from './rule'
import { ageDenies } from './rules/age-denies'
import { ageUnanswered } from './rules/age-unanswered'
import { altMissing } from './rules/alt-missing'
import { asksUnused } from './rules/asks-unused'
import { assetMissing } from './rules/asset-missing'
import { backdropMoving } from './rules/backdrop-moving'
import { castEmpty } from './rules/cast-empty'
import { castIdle } from './rules/cast-idle'
import { clipMissing } from './rules/clip-missing'
import { copyTerms, shareAlike } from './rules/copy-terms'
import { cover } from './rules/cover'
import { descriptionShort } from './rules/description-short'
import { devicesUnserved } from './rules/devices-unserved'
import { dialOutside } from './rules/dial-outside'
import { dryRun } from './rules/dry-run'
import { emailUnexplained } from './rules/email-unexplained'
import { emailYoung } from './rules/email-young'
import { flashes } from './rules/flashes'
import { unequalFrames } from './rules/frames-differ'
import { framingEmpty } from './rules/framing-empty'
import { enclosedLeft } from './rules/enclosed-left'
import { fringeLeft } from './rules/fringe-left'
import { goalUnreachable } from './rules/goal-unreachable'
import { hardToSee } from './rules/hard-to-see'
import { hitShapeFar } from './rules/hit-shape-far'
import { howToMissing } from './rules/how-to-missing'
import { jitter } from './rules/jitter'
import { lettersMissing } from './rules/letters-missing'
import { licenceNoChanges } from './rules/licence-no-changes'
import { littleChanged } from './rules/little-changed'
import { locationInPhoto } from './rules/location-in-photo'
import { loopClick } from './rules/loop-click'
import { lookDear } from './rules/look-dear'
import { lookUnfair } from './rules/look-unfair'
import { requiredMissing } from './rules/required-missing'
import { seenBeside } from './rules/seen-beside'
import { tooFast } from './rules/too-fast'
import { heroFitted } from './rules/hero-fitted'
import { deckRows } from './rules/deck-rows'
import { neverMet } from './rules/never-met'
import { opaqueBox } from './rules/opaque-box'
import { outsideAddress } from './rules/outside-address'
import { personalDataRule } from './rules/personal-data'
import { pictureEmpty } from './rules/picture-empty'
import { pictureHeavy } from './rules/picture-heavy'
import { pictureSmall } from './rules/picture-small'
import { pictureTooLarge } from './rules/picture-too-large'
import { pivotOff } from './rules/pivot-off'
import { pixelsSmoothed } from './rules/pixels-smoothed'
import { shortMissing } from './rules/short-missing'
import { soundClipped } from './rules/sound-clipped'
import { soundHeavy } from './rules/sound-heavy'
import { soundLate } from './rules/sound-late'
import { soundLong } from './rules/sound-long'
import { soundLoudness } from './rules/sound-loudness'
import { soundMissing } from './rules/sound-missing'
import { sourceUnknown } from './rules/source-unknown'
import { stillTemplate } from './rules/still-template'
import { stripSeam } from './rules/strip-seam'
import { stripUneven } from './rules/strip-uneven'
import { tagsCount } from './rules/tags-count'
import { tagsInSound } from './rules/tags-in-sound'
import { templateOlder } from './rules/template-older'
import { title } from './rules/title'
import { termsUnknown } from './rules/terms-unknown'
import { tooHeavy } from './rules/too-heavy'
import { wholeSheet } from './rules/whole-sheet'
import { wordsEmpty } from './rules/words-empty'
import { wordsFaint } from './rules/words-faint'
import { wordsOverflow } from './rules/words-overflow'
import { wordsUntranslated } from './rules/words-untranslated'
import { cardsUnread, wayClose, wayRings } from './rules/way-rules'

/** In the order findings of one part are shown. */
export const RULES: readonly Rule[] = registry([
  assetMissing,
  pictureEmpty,
  clipMissing,
  opaqueBox,
  wholeSheet,
  fringeLeft,
  enclosedLeft,
  unequalFrames,
  jitter,
  pivotOff,
  hitShapeFar,
  stripUneven,
  pictureTooLarge,
  pictureSmall,
  pixelsSmoothed,
  pictureHeavy,
  hardToSee,
  backdropMoving,
  flashes,
  stripSeam,
  locationInPhoto,
  soundMissing,
  soundClipped,
  soundLate,
  soundLoudness,
  loopClick,
  soundHeavy,
  soundLong,
  tagsInSound,
  wordsEmpty,
  wordsOverflow,
  wordsFaint,
  lettersMissing,
  wordsUntranslated,
  personalDataRule,
  dialOutside,
  requiredMissing,
  castEmpty,
  goalUnreachable,
  castIdle,
  lookDear,
  lookUnfair,
  neverMet,
  deckRows,
  wayRings,
  wayClose,
  cardsUnread,
  heroFitted,
  seenBeside,
  tooFast,
  dryRun,
  title,
  shortMissing,
  descriptionShort,
  howToMissing,
  tagsCount,
  devicesUnserved,
  cover,
  altMissing,
  ageUnanswered,
  ageDenies,
  emailUnexplained,
  emailYoung,
  asksUnused,
  framingEmpty,
  licenceNoChanges,
  termsUnknown,
  copyTerms,
  shareAlike,
  sourceUnknown,
  littleChanged,
  templateOlder,
  outsideAddress,
  tooHeavy,
  stillTemplate,
])

function registry(rules: readonly Rule[]): readonly Rule[] {
  const seen = new Set<string>()
  for (const rule of rules) {
    if (seen.has(rule.id)) throw new Error(`The rule "${rule.id}" is registered twice.`)
    seen.add(rule.id)
  }
  return rules
}

export const ruleById = (id: string): Rule | undefined => RULES.find((rule) => rule.id === id)
