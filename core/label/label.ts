import * as z from 'zod'

export const VISIBILITIES = ['only-me', 'invited', 'unlisted', 'public'] as const
/** Postings of this release of Pack Post know three of the four; invite keys come with their own screen. */
export const OFFERED_VISIBILITIES = ['only-me', 'unlisted', 'public'] as const
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
  coverAlt: 160,
} as const

/** What is said about the game. Limits here are for storage; the check says what a good label needs. */
export const Label = z.object({
  title: z.string().max(200),
  tags: z.array(z.string().max(60)).max(30),
  short: z.string().max(400),
  description: z.string().max(4000),
  howTo: z.array(z.string().max(400)).max(30),
  cover: z
    .string()
    .regex(/^[0-9a-f]{64}$/)
    .nullable(),
  coverAlt: z.string().max(400),
  visibility: Visibility,
  /** The name players see; made up, never asked for as a real one. */
  author: z.string().max(120),
})
export type Label = z.infer<typeof Label>

export type LabelField = keyof Label
