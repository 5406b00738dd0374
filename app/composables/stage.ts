import { autoplayInput, makeAutoplay, type Autoplay } from '@core/game/autoplay'
import { makeDrawList, type DrawItem } from '@core/game/draw-list'
import { beginPlay, drawGame, goTo, tellStory, type GameState } from '@core/game/game'
import { pickAt } from '@core/game/pick'
import { findMoment, pressingPlay } from '@core/dry-run/moment'
import { replayInputs, type Recording } from '@core/game/recording'
import { rulesFor } from '@core/game/registry'
import { LINE, SCREENS, screenOf, STORY_PARTS } from '@core/game/screens'
import {
  adoptSetup,
  jump,
  resumeFrom,
  rewindable,
  startSession,
  stateAt,
  stepSession,
  type Session,
} from '@core/game/session'
import { backdropOf, partAs, SPLIT, type Setup } from '@core/game/setup'
import type { Framed } from '@core/game/stage'
import { idleInput, STEPS_PER_SECOND, type Input } from '@core/game/types'
import { barColour } from '@player/bars'
import { NIGHT, paint, type Images } from '@player/draw'
import { makeControls, type Controls } from '@player/input'
import { browserFrames, runLoop, type Frames, type Loop } from '@player/loop'
import { makeSpeaker, type Speaker } from '@player/sound'
import { fitView, toWorld, type View } from '@player/view'
import { reactive } from 'vue'
import { thumbOf, stageView, WHOLE } from './stage-pictures'
import type { Letters } from './typeface'

export interface StageView {
  running: boolean
  slow: boolean
  /** The simulated player has the controls. */
  auto: boolean
  muted: boolean
  /** Steps back from now that are shown; 0 is live. */
  back: number
  rewindable: number
  screen: string
  /** Showing the template's content on the very same moment. */
  before: boolean
}

export interface Thumb {
  step: number
  picture: HTMLCanvasElement
}

const THUMB_EVERY = 100
const LINGER = 90
/** Steps that lead up to a moment that is shown. */
const LEAD = 75

export interface StageOptions {
  setup: Setup
  images: () => Images
  /** CSS families of the words, loaded. */
  letters?: Letters
  bytesOf: (asset: string) => Promise<ArrayBuffer>
  straightToPlay: boolean
  few: boolean
  auto: boolean
  seed?: number
  frames?: Frames
}

/** A running game on a canvas, with everything the bench does to it. */
export function makeStage(canvas: HTMLCanvasElement, options: StageOptions) {
  const view: StageView = reactive({
    running: true,
    slow: false,
    auto: options.auto,
    muted: true,
    back: 0,
    rewindable: 0,
    screen: 'start',
    before: false,
  })
  let setup = options.setup
  let letters: Letters = options.letters ?? { typeface: 'sans-serif', faces: new Map() }
  let language: number | null = null
  let beforeSetup: Setup | null = null
  const ink = canvas.getContext('2d', { alpha: false })!
  const list = makeDrawList()
  const seed = options.seed ?? 20261123
  let session: Session = startSession(setup, seed, { straightToPlay: options.straightToPlay })
  let robot: Autoplay = makeAutoplay(setup, 0.7, seed + 1)
  /** A screen was chosen by hand and is to stay until somebody plays on. */
  let parked = false
  /** Inputs of a recorded play that is shown again, the next one last. */
  let replay: Input[] = []
  let ratio = 1
  let place: View = fitView(1, 1, setup.stage)
  let thumbs: Thumb[] = []
  /** Colour of what the stage leaves free, worked out again for another backdrop. */
  let bars = { asset: '', colour: NIGHT }
  const thumbListeners = new Set<() => void>()
  const speaker: Speaker = makeSpeaker(setup.doc, options.bytesOf)
  speaker.mute(true)

  function resize(): void {
    ratio = Math.min(2, window.devicePixelRatio || 1)
    const width = Math.max(1, Math.round(canvas.clientWidth * ratio))
    const height = Math.max(1, Math.round(canvas.clientHeight * ratio))
    if (canvas.width !== width || canvas.height !== height) {
      canvas.width = width
      canvas.height = height
    }
    place = fitView(width, height, setup.stage, setup.doc.pixels)
  }
  const observer = new ResizeObserver(resize)
  observer.observe(canvas)
  resize()

  const controls: Controls = makeControls({
    keys: canvas,
    pointer: canvas,
    view: () => place,
    ratio: () => ratio,
    few: options.few,
    asks: () => (session.state.screen === 'play' ? (rulesFor(setup.doc.template.id).asks ?? {}) : {}),
    onPress: () => {
      if (view.muted === false) speaker.wake()
      if (!pointerPicks) {
        view.auto = false
        parked = false
        replay = []
      }
    },
  })
  let pointerPicks = false

  function shownState(): GameState {
    return view.back > 0 ? stateAt(session, view.back) : session.state
  }

  function step(): void {
    const human = controls.read()
    const play = session.state.screen === 'play'
    const robotWanted = view.auto && !parked && (play || session.state.screenStep > LINGER)
    const recorded = replay.pop()
    const input =
      recorded ?? (robotWanted ? autoplayInput(robot, session.state, setup) : pointerPicks ? idleInput() : human)
    stepSession(session, input)
    speaker.follow(session.state)
    if (session.step % THUMB_EVERY === 0) takeThumb()
    tell()
  }

  function tell(): void {
    view.rewindable = rewindable(session)
    view.screen = session.state.screen
  }

  function takeThumb(): void {
    const picture = thumbOf(canvas, place)
    const oldest = session.step - session.keepSteps - THUMB_EVERY
    thumbs = [
      ...thumbs.filter((thumb) => thumb.step >= oldest && thumb.step < session.step),
      { step: session.step, picture },
    ]
    for (const listener of thumbListeners) listener()
  }

  function draw(): void {
    const state = shownState()
    const with_ = view.before && beforeSetup !== null ? beforeSetup : setup
    drawGame(state, with_, list, language ?? state.language)
    const backdrop = backdropOf(with_)?.asset ?? ''
    if (backdrop !== bars.asset && options.images().has(backdrop))
      bars = { asset: backdrop, colour: barColour(with_, options.images()) }
    ink.fillStyle = bars.colour
    ink.fillRect(0, 0, canvas.width, canvas.height)
    paint(list, with_, { ink, view: place, images: options.images(), ...letters })
  }

  const loop: Loop = runLoop(
    options.frames ?? browserFrames,
    () => {
      if (view.running && view.back === 0 && !document.hidden) step()
    },
    draw,
    () => (view.slow ? 0.25 : 1),
  )

  function restart(): void {
    replay = []
    session = startSession(setup, seed, { straightToPlay: true })
    robot = makeAutoplay(setup, 0.7, seed + 1)
    thumbs = []
    parked = false
    view.back = 0
    tell()
  }

  /** Shows a recorded play from step `from` on, with what can be gone back to before it. */
  function showRecording(recording: Recording, from: number): void {
    session = startSession(setup, recording.seed, { straightToPlay: recording.straightToPlay })
    const inputs: Input[] = []
    replayInputs(recording, (input, step) => {
      if (step < from) stepSession(session, input)
      else inputs.push({ ...input })
    })
    replay = inputs.reverse()
    robot = makeAutoplay(setup, 0.7, recording.seed + 1)
    thumbs = []
    parked = !recording.straightToPlay
    view.back = 0
    view.running = true
    tell()
  }

  /** One line of a story (`part#line`), or its first; with none yet there is nothing to show. */
  function showStory(key: string): void {
    const [part, id] = key.split(LINE)
    const lines = setup.find('story', part!)?.lines ?? []
    if (lines.length === 0) return
    replay = []
    jump(session, (state) => {
      if (part !== STORY_PARTS.before && state.play === null) beginPlay(state, setup)
      if (part === STORY_PARTS.before) state.play = null
      tellStory(state, setup, part!, part === STORY_PARTS.won ? 'won' : part === STORY_PARTS.lost ? 'lost' : 'play')
      if (state.story !== null)
        state.story.line = Math.max(
          0,
          lines.findIndex((line) => line.id === id),
        )
    })
    parked = true
    tell()
  }

  function showPlay(): void {
    replay = []
    view.back = 0
    if (session.state.screen === 'play') return
    jump(session, (state) => {
      if (state.play !== null && state.play.outcome === 'playing') goTo(state, 'play')
      else beginPlay(state, setup)
    })
    parked = false
    tell()
  }

  return {
    showPlay,
    view,
    list,
    /** The session's own recording, for covers and tests. */
    recording: () => session.recording,
    place: () => place,
    ratio: () => ratio,
    setup: () => setup,
    thumbs: () => thumbs,
    step: () => session.step,
    onThumbs(tell: () => void) {
      thumbListeners.add(tell)
      return () => thumbListeners.delete(tell)
    },
    adopt(next: Setup, before: Setup | null): void {
      const reshaped = next.stage !== setup.stage
      setup = next
      beforeSetup = before
      adoptSetup(session, next)
      speaker.adopt(next.doc)
      // Nothing stands where it stood on a stage of another shape: the play begins anew, on the screen it was.
      if (reshaped) restart()
      resize()
    },
    setLetters(next: Letters): void {
      letters = next
    },
    /** Which of the game's languages is shown; null for the one chosen in the game itself. */
    setLanguage(index: number | null): void {
      language = index
    },
    toggle(): void {
      if (view.back > 0) this.goOnFromHere()
      else view.running = !view.running
    },
    stepOnce(): void {
      view.running = false
      if (view.back > 0) view.back = Math.max(0, view.back - 1)
      else step()
    },
    stepBack(): void {
      view.running = false
      view.back = Math.min(view.rewindable, view.back + 1)
    },
    seek(back: number): void {
      view.back = Math.max(0, Math.min(rewindable(session), Math.round(back)))
    },
    /** Plays on from the moment that is shown; what came after it is forgotten. */
    goOnFromHere(): void {
      resumeFrom(session, view.back)
      thumbs = thumbs.filter((thumb) => thumb.step <= session.step)
      view.back = 0
      view.running = true
    },
    restart,
    showRecording,
    /** Replays the moment that fires a sound, heard; false when it never came. */
    playMoment(sound: string): boolean {
      const fires = (state: GameState) => state.events.includes(sound)
      const wholly = sound.split(SPLIT)[0]
      const found = wholly === partAs(setup.doc, 'press') ? pressingPlay(setup, seed) : findMoment(setup, fires, seed)
      if (found === null) return false
      showRecording(found.recording, Math.max(0, found.at - LEAD))
      this.setMuted(false)
      return true
    },
    setAuto(on: boolean): void {
      view.auto = on
      parked = false
    },
    setSlow(on: boolean): void {
      view.slow = on
    },
    setMuted(on: boolean): void {
      view.muted = on
      speaker.mute(on)
      if (!on) speaker.wake()
    },
    setPicking(on: boolean): void {
      pointerPicks = on
    },
    /** Shows a screen by its name, and stays there. */
    showScreen(screen: GameState['screen']): void {
      view.back = 0
      replay = []
      jump(session, (state) => {
        if (state.play === null) beginPlay(state, setup)
        goTo(state, screen)
      })
      parked = true
      tell()
    },
    /** Shows the screen a part is on; one that is met in play leads back into play. */
    showPart(part: string): void {
      const [whole, use] = part.split(SPLIT)
      const screen = SCREENS.find((one) => one === use) ?? screenOf(whole!, partAs(setup.doc, 'opening'))
      view.back = 0
      if (screen === 'story') return showStory(whole!)
      replay = []
      if (screen === null || screen === 'play') return showPlay()
      if (session.state.screen !== screen) this.showScreen(screen)
    },
    /** The part under a point given in CSS px of the canvas. */
    pick(x: number, y: number): DrawItem | undefined {
      const world = toWorld(place, x * ratio, y * ratio)
      return pickAt(list, setup, world.x, world.y)
    },
    /** The moment that is shown, or a frame of it, drawn at `width` x `height` px. */
    capture(width: number, height: number, of: Framed = WHOLE): HTMLCanvasElement {
      const picture = document.createElement('canvas')
      picture.width = width
      picture.height = height
      const state = shownState()
      drawGame(state, setup, list, language ?? state.language)
      paint(list, setup, {
        ink: picture.getContext('2d')!,
        view: stageView(setup, width, height, of),
        images: options.images(),
        ...letters,
      })
      return picture
    },
    /** The stretch that ends at the moment shown, as pictures of it; shorter where less was played. */
    captureStretch(
      width: number,
      height: number,
      seconds: number,
      fps: number,
      of: Framed = WHOLE,
    ): HTMLCanvasElement[] {
      const shown = view.back
      const every = STEPS_PER_SECOND / fps
      const most = Math.min(Math.round(seconds * fps), Math.floor((rewindable(session) - shown) / every))
      const pictures: HTMLCanvasElement[] = []
      for (let i = most - 1; i >= 0; i--) {
        view.back = shown + Math.round(i * every)
        pictures.push(this.capture(width, height, of))
      }
      view.back = shown
      return pictures
    },
    close(): void {
      loop.stop()
      controls.close()
      observer.disconnect()
      speaker.close()
    },
  }
}

export type Stage = ReturnType<typeof makeStage>
