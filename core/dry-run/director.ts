import { autoplayInput, makeAutoplay, type Autoplay } from '../game/autoplay'
import { beginPlay, goTo, showLevels, tellStory, type GameState } from '../game/game'
import { replayInputs, type Recording } from '../game/recording'
import { LINE, SCREENS, screenOf, STORY_PARTS } from '../game/screens'
import {
  adoptSetup,
  jump,
  resumeFrom,
  rewindable,
  startSession,
  stateAt,
  stepSession,
  type Session,
} from '../game/session'
import { rulesFor } from '../game/registry'
import { partAs, SPLIT, type Setup } from '../game/setup'
import { idleInput, type Input } from '../game/types'
import { findMoment, pressingPlay } from './moment'

/** What is shown of a game, and who plays it. The director changes it and is asked through it. */
export interface Direction {
  /** Which level (0-based) is shown. */
  level: number
  running: boolean
  /** The simulated player has the controls. */
  auto: boolean
  /** Steps back from now that are shown; 0 is live. */
  back: number
  rewindable: number
  screen: string
}

export interface DirectorOptions {
  seed: number
  straightToPlay: boolean
  /** Another play began: what was kept of the one before is of no use. */
  begun?: () => void
}

/** Steps on a screen before the simulated player goes on from it. */
const LINGER = 90
/** Steps that lead up to a moment that is shown. */
const LEAD = 75
const SKILL = 0.7

/**
 * Says what comes next in a game that is looked at: by a human, by the simulated player, from a recording, or nothing,
 * where a screen was chosen by hand. It knows no canvas and no clock; `direction` may be any object, also a reactive one.
 */
export function makeDirector(first: Setup, direction: Direction, { seed, straightToPlay, begun }: DirectorOptions) {
  let setup = first
  let session: Session = startSession(setup, seed, { straightToPlay })
  let robot: Autoplay = makeAutoplay(setup, SKILL, seed + 1)
  /** A screen was chosen by hand and is to stay until somebody plays on. */
  let parked = false
  /** It stands still for a place that is being moved. */
  let still = false
  /** Inputs of a recorded play that is shown again, the next one last. */
  let replay: Input[] = []
  const idle = idleInput()

  function tell(): void {
    direction.rewindable = rewindable(session)
    direction.screen = session.state.screen
    direction.level = session.state.level
  }
  function begin(next: Session, robotSeed: number): void {
    session = next
    robot = makeAutoplay(setup, SKILL, robotSeed)
    direction.back = 0
    begun?.()
  }
  /** Goes somewhere in the play at hand, and stays there where `stay` says so. */
  function leap(stay: boolean, change: (state: GameState) => void): void {
    replay = []
    direction.back = 0
    jump(session, change)
    parked = stay
    tell()
  }

  function restart(): void {
    replay = []
    parked = false
    begin(startSession(setup, seed, { straightToPlay: true, level: session.state.level }), seed + 1)
    tell()
  }

  /** Shows a level (0-based) from its start; with `again` also the one that is shown. */
  function showLevel(level: number, again = false): void {
    if (session.state.level === level && !again) return
    session.state.level = level
    restart()
  }

  /** Shows a recorded play from step `from` on, with what can be gone back to before it. */
  function showRecording(recording: Recording, from: number): void {
    const { straightToPlay, level } = recording
    begin(startSession(setup, recording.seed, { straightToPlay, level: level ?? 0 }), recording.seed + 1)
    const inputs: Input[] = []
    replayInputs(recording, (input, step) => {
      if (step < from) stepSession(session, input)
      else inputs.push({ ...input })
    })
    replay = inputs.reverse()
    parked = !recording.straightToPlay
    direction.running = true
    tell()
  }

  /** One line of a story (`part#line`), or its first; with none yet there is nothing to show. */
  function showStory(key: string): void {
    const [part, id] = key.split(LINE)
    const whole = part!.split(SPLIT)[0]
    const lines = setup.find('story', part!)?.lines ?? []
    if (lines.length === 0) return
    leap(true, (state) => {
      if (whole !== STORY_PARTS.before && state.play === null) beginPlay(state, setup)
      if (whole === STORY_PARTS.before) state.play = null
      tellStory(state, setup, part!, whole === STORY_PARTS.won ? 'won' : whole === STORY_PARTS.lost ? 'lost' : 'play')
      if (state.story !== null)
        state.story.line = Math.max(
          0,
          lines.findIndex((line) => line.id === id),
        )
    })
  }

  /** A place that can be moved, in the moment of a play in which it is seen; it stands still until another part is looked at. */
  function showSpot(part: string): void {
    restart()
    const { play } = session.state
    const place =
      play === null
        ? undefined
        : rulesFor(setup.doc.template.id)
            .spots?.(play, setup)
            .find((one) => one.part === part)
    for (let i = 0; i < (place?.steps ?? 0); i++) stepSession(session, idle)
    direction.running = false
    still = true
    tell()
  }

  /** Back into play: into the one that is under way, or a new one. */
  function showPlay(): void {
    replay = []
    direction.back = 0
    if (session.state.screen === 'play') return
    leap(false, (state) => {
      if (state.play !== null && state.play.outcome === 'playing') goTo(state, 'play')
      else beginPlay(state, setup)
    })
  }

  /** Shows a screen by its name, and stays there. */
  const showScreen = (screen: GameState['screen']): void =>
    leap(true, (state) => {
      if (state.play === null) beginPlay(state, setup)
      if (screen === 'levels') showLevels(state, setup)
      else goTo(state, screen)
    })

  return {
    session: () => session,
    setup: () => setup,
    /** The state that is shown: now, or as many steps ago as `back` says. */
    shown: (): GameState => (direction.back > 0 ? stateAt(session, direction.back) : session.state),
    /** One step, by whoever plays; with hands off, nobody where neither robot nor recording does. */
    step(human: Input, handsOff: boolean): void {
      const waited = session.state.screen === 'play' || session.state.screenStep > LINGER
      const recorded = replay.pop()
      const robotPlays = direction.auto && !parked && waited
      const live = robotPlays ? autoplayInput(robot, session.state, setup) : handsOff ? idle : human
      stepSession(session, recorded ?? live)
      tell()
    },
    /** A human took the controls. */
    taken(): void {
      direction.auto = false
      parked = false
      replay = []
    },
    /** Content changed under the play. On a stage of another shape nothing stands where it stood: it begins anew. */
    adopt(next: Setup): void {
      const reshaped = next.stage !== setup.stage
      setup = next
      adoptSetup(session, next)
      if (reshaped) restart()
    },
    setAuto(on: boolean): void {
      direction.auto = on
      parked = false
    },
    seek(back: number): void {
      direction.back = Math.max(0, Math.min(rewindable(session), Math.round(back)))
    },
    /** Plays on from the moment that is shown; what came after it is forgotten. */
    goOnFromHere(): void {
      resumeFrom(session, direction.back)
      direction.back = 0
      direction.running = true
    },
    /** Shows what fires a sound, with what led up to it; false when it never came. */
    showMoment(sound: string): boolean {
      const fires = (state: GameState) => state.events.includes(sound)
      const pressed = sound.split(SPLIT)[0] === partAs(setup.doc, 'press')
      const found = pressed ? pressingPlay(setup, seed) : findMoment(setup, fires, seed, session.state.level)
      if (found !== null) showRecording(found.recording, Math.max(0, found.at - LEAD))
      return found !== null
    },
    /** Shows the screen a part is on; one that is met in play leads back into play. */
    showPart(part: string): void {
      const [whole, use] = part.split(SPLIT)
      if (setup.find('spot', part) !== undefined) return showSpot(part)
      if (still) direction.running = true
      still = false
      const screen = SCREENS.find((one) => one === use) ?? screenOf(whole!, partAs(setup.doc, 'opening'))
      direction.back = 0
      if (screen === 'story') return showStory(part)
      replay = []
      if (screen === null || screen === 'play') return showPlay()
      if (session.state.screen !== screen) showScreen(screen)
    },
    ...{ restart, showLevel, showRecording, showPlay, showScreen },
  }
}
export type Director = ReturnType<typeof makeDirector>
