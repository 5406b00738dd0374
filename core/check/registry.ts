import type { Rule } from './rule'
import { assetMissing } from './rules/asset-missing'
import { castIdle } from './rules/cast-idle'
import { cover } from './rules/cover'
import { descriptionShort } from './rules/description-short'
import { goalUnreachable } from './rules/goal-unreachable'
import { hitShapeFar } from './rules/hit-shape-far'
import { howToMissing } from './rules/how-to-missing'
import { loopClick } from './rules/loop-click'
import { locationInPhoto } from './rules/location-in-photo'
import { opaqueBox } from './rules/opaque-box'
import { pictureTooLarge } from './rules/picture-too-large'
import { shortMissing } from './rules/short-missing'
import { soundClipped } from './rules/sound-clipped'
import { soundHeavy } from './rules/sound-heavy'
import { soundLate } from './rules/sound-late'
import { soundLong } from './rules/sound-long'
import { soundLoudness } from './rules/sound-loudness'
import { soundMissing } from './rules/sound-missing'
import { sourceUnknown } from './rules/source-unknown'
import { stillTemplate } from './rules/still-template'
import { tagsCount } from './rules/tags-count'
import { title } from './rules/title'
import { tooHeavy } from './rules/too-heavy'
import { lettersMissing } from './rules/letters-missing'
import { wordsUntranslated } from './rules/words-untranslated'
import { wordsEmpty } from './rules/words-empty'
import { wordsOverflow } from './rules/words-overflow'

/** In the order findings of one part are shown. */
export const RULES: readonly Rule[] = registry([
  assetMissing,
  opaqueBox,
  hitShapeFar,
  pictureTooLarge,
  locationInPhoto,
  soundMissing,
  soundClipped,
  soundLate,
  soundLoudness,
  loopClick,
  soundHeavy,
  soundLong,
  wordsEmpty,
  wordsOverflow,
  lettersMissing,
  wordsUntranslated,
  goalUnreachable,
  castIdle,
  title,
  shortMissing,
  descriptionShort,
  howToMissing,
  tagsCount,
  cover,
  sourceUnknown,
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
