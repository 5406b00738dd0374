/** Every limit the rules use, in one place, with why it is what it is. */
export const LIMITS = {
  /** A picture with more than this many times the pixels (each way) that a 1920x1200 screen can show is wasted. */
  oversize: 2,
  /** The same for a backdrop, which is one large picture: each tenth of it is a wait. */
  oversizeBackdrop: 1.3,
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
  /** A strip's step at its seam, of full contrast, that is seen as a line; and times its own usual step from column to column. */
  stripStep: 0.04,
  stripTimes: 2.5,
  /** Sounds of fewer bytes cost nobody anything; over this rate (bits a second) they take twice what Vorbis needs. */
  heavySoundBytes: 150_000,
  heavySoundRate: 260_000,
  /** Effects that run longer than this lie over one another. */
  longEffectS: 6,
  /** Letters of a description under which people learn nothing. */
  shortDescription: 40,
  /** Share of the cover whose colours come from the game's own pictures, under which it promises another game. */
  coverLikeness: 0.5,
  /** Share of a thing's ink beside what is to hide it, from where an eye catches it. */
  seenBeside: 0.01,
  /** Degrees a second that eyes follow: up to some 90 they do (Meyer, Lasker and Robinson 1985), beyond they jump. */
  eyesFollow: 90,
  /** What the arcade takes, and what a phone loads in three seconds at 13 Mbit/s. */
  downloadMost: 20_000_000,
  downloadBudget: 5_000_000,
  memoryBudget: 64_000_000,
  /** Share of edge pixels that still have the old backdrop's light colour, from where a pale line is seen. */
  fringeShare: 0.35,
  /** Share of a frame from which a piece of backdrop that a drawing encloses is seen. */
  enclosedShare: 0.003,
  /** Part of the sprite's height that frames may drift while it stands, beyond the template's own. */
  drift: 0.06,
  /** Part of the drawing's size that its pivot may be off, compared with the template's. */
  pivotOff: 0.22,
  /** A frame with fewer pixels than this share of what a large screen shows looks soft. */
  undersize: 0.4,
  /** A file with more than this many times the bytes it needs without any loss, from this size on. */
  heavyPicture: 2,
  heavyPictureBytes: 60_000,
  /** WCAG 2.3.1: flashes a second, relative luminance of a step, and share of the stage from where it counts. */
  flashes: 3,
  flashStep: 0.1,
  flashArea: 0.028,
  /** Mean change of a backdrop from frame to frame (0..1), times frames a second, that draws the eye from the game. */
  motion: 0.35,
  /** Share of dry-run games: under the first nobody wins, over the second everybody does. */
  fewestWins: 0.02,
  mostWins: 0.98,
  /** Seconds a median game should last. */
  shortestGame: 12,
  longestGame: 240,
  /** Share of parts and of the screen under which it is still somebody else's game. */
  littleParts: 0.12,
  littleArea: 0.12,
  /** Off 16 : 10 by more than this, a cover is cut by every list. */
  coverShape: 0.12,
  /** Games of an average player that a look may take to be paid for. */
  gamesForLook: 40,
  /** Share of the hero's body (area on the stage) that a look's may have. */
  lookLow: 0.75,
  lookHigh: 1.33,
  tagsFewest: 3,
  tagsMost: 6,
} as const
