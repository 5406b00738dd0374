/** Every limit the rules use, in one place, with why it is what it is. */
export const LIMITS = {
  /** A picture with more than this many times the pixels (each way) that a 1920x1200 screen can show is wasted. */
  oversize: 2,
  /** Pixels a world unit is shown with on a 1920x1200 screen: 1920 / 16. */
  pixelsPerUnit: 120,
  /** Hit shape against drawing, compared with the template's own ratio: beyond these players feel cheated. */
  fairnessHigh: 1.4,
  fairnessLow: 0.6,
  /** A share of samples at full scale that can be heard as crackle. */
  clippedShare: 0.0005,
  /** Delay between a touch and its sound that people begin to notice, in seconds. */
  lateHeadS: 0.06,
  /** Peak under which a sound is as good as silent (-60 dB of full scale). */
  silentPeak: 0.001,
  /** Loudness units off the template's balance at which one sound stands out from all others. */
  loudnessOff: 7,
  /** A step over a loop's seam this many times the largest one nearby is heard as a click. */
  loopClick: 4,
  /** Sounds of fewer bytes cost nobody anything; over this rate (bits a second) they take twice what Vorbis needs. */
  heavySoundBytes: 150_000,
  heavySoundRate: 260_000,
  /** Effects that run longer than this lie over one another. */
  longEffectS: 6,
  /** Letters of a description under which people learn nothing. */
  shortDescription: 40,
  /** Share of the cover whose colours come from the game's own pictures, under which it promises another game. */
  coverLikeness: 0.5,
  /** What the arcade takes, and what a phone loads in three seconds at 13 Mbit/s. */
  downloadMost: 20_000_000,
  downloadBudget: 5_000_000,
  memoryBudget: 64_000_000,
  tagsFewest: 3,
  tagsMost: 6,
} as const
