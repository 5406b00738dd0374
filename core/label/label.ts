import * as z from 'zod'
import { AgeAnswers } from './age-guide'
import { LANGUAGE_TAG } from './languages'
import { CATEGORIES, DEVICES } from './names'
import { linksIn, Privacy } from './privacy'

export const VISIBILITIES = ['only-me', 'invited', 'unlisted', 'public'] as const
export const Visibility = z.enum(VISIBILITIES)
export type Visibility = z.infer<typeof Visibility>

export const LABEL_LIMITS = {
  title: 40,
  short: 80,
  description: 600,
  howToSteps: 8,
  howToStep: 120,
  tags: 6,
  tag: 24,
  author: 60,
  alt: 160,
  shots: 6,
} as const

export const SEASONS = ['any', 'spring', 'summer', 'autumn', 'winter', 'festival'] as const
export const SEASON_NAMES: Record<(typeof SEASONS)[number], string> = {
  any: 'Any time',
  spring: 'Spring',
  summer: 'Summer',
  autumn: 'Autumn',
  winter: 'Winter',
  festival: 'A festival',
}

/** What a game can be played with. */
export const Device = z.enum(DEVICES)
export type Device = z.infer<typeof Device>

const Hash = z.string().regex(/^[0-9a-f]{64}$/)
const Alt = z.string().max(400)

/** What a label says in another of the game's languages. What is empty stands as in the first. */
export const LabelWords = z.object({
  title: z.string().max(200).default(''),
  short: z.string().max(400).default(''),
  description: z.string().max(4000).default(''),
  howTo: z.array(z.string().max(400)).max(30).default([]),
})
export type LabelWords = z.infer<typeof LabelWords>
export const emptyWords = (): LabelWords => LabelWords.parse({})

/** What is said about the game. Limits here are for storage; the check says what a good label needs. */
export const Label = z.object({
  title: z.string().max(200),
  tags: z.array(z.string().max(60)).max(30),
  category: z.enum(CATEGORIES).default('other'),
  season: z.enum(SEASONS).default('any'),
  /** Claimed by the maker; null means all that the template serves. */
  devices: z.array(Device).max(DEVICES.length).nullable().default(null),
  short: z.string().max(400),
  /** Plain text; lines that begin with "- " are points, *stars* stress a word. */
  description: z.string().max(4000),
  howTo: z.array(z.string().max(400)).max(30),
  /** By tag of the language (BCP 47). */
  languages: z.record(z.string().regex(LANGUAGE_TAG).max(35), LabelWords).default({}),
  /** Wide, 16 : 10. */
  cover: Hash.nullable(),
  coverAlt: Alt,
  /** 1 : 1. */
  square: Hash.nullable().default(null),
  icon: Hash.nullable().default(null),
  shots: z
    .array(z.object({ asset: Hash, alt: Alt }))
    .max(20)
    .default([]),
  /** A short moving picture of play. */
  clip: Hash.nullable().default(null),
  ageGuide: AgeAnswers.default({}),
  privacy: Privacy.prefault({}),
  /** May others make their own from this pack, and on which terms (SPDX id). */
  copies: z.object({ allowed: z.boolean(), licence: z.string().max(60) }).default({ allowed: false, licence: '' }),
  visibility: Visibility,
  /** The name players see; made up, never asked for as a real one. */
  author: z.string().max(120),
})
export type Label = z.infer<typeof Label>

/** What travels with a parcel: who can see it is told to the host apart from it. */
export const PublicLabel = Label.omit({ visibility: true })
export type PublicLabel = z.infer<typeof PublicLabel>

export type LabelField = keyof Label

/** A label nobody has written on. */
export const emptyLabel = (): Label =>
  Label.parse({
    title: '',
    tags: [],
    short: '',
    description: '',
    howTo: [],
    cover: null,
    coverAlt: '',
    visibility: 'only-me',
    author: '',
  })

/** Every picture the label shows, each once. */
export const labelAssets = (label: PublicLabel): string[] => [
  ...new Set(
    [label.cover, label.square, label.icon, label.clip, ...label.shots.map((shot) => shot.asset)].filter(
      (hash): hash is string => hash !== null,
    ),
  ),
]

/** The label's words in a language; what is not written in it is said in the first. */
export function wordsOfLabel(label: Pick<PublicLabel, keyof LabelWords | 'languages'>, tag: string): LabelWords {
  const own = label.languages[tag]
  const said = own?.howTo.some((step) => step.trim() !== '') ? own.howTo : label.howTo
  return {
    title: own?.title.trim() || label.title,
    short: own?.short.trim() || label.short,
    description: own?.description.trim() || label.description,
    howTo: said,
  }
}

/** Links in everything a label says, in all its languages: that they lead elsewhere is told to players. */
export const linksOfLabel = (label: Pick<PublicLabel, keyof LabelWords | 'languages'>): string[] =>
  [label, ...Object.values(label.languages)].flatMap(({ short, description, howTo }) =>
    linksIn([short, description, ...howTo].join('\n')),
  )
