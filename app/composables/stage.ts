import { makeDirector, type Direction } from '@core/dry-run/director'
import { makeDrawList, type DrawItem, type DrawList } from '@core/game/draw-list'
import { drawGame } from '@core/game/draw-game'
import { asksOf, setupOf } from '@core/game/game'
import { pickAt } from '@core/game/pick'
import { rulesFor } from '@core/game/registry'
import type { Arranged, SpotPlace } from '@core/game/rules'
import type { Session } from '@core/game/session'
import { backdropOf, type Setup } from '@core/game/setup'
import type { Framed } from '@core/game/stage'
import { STEPS_PER_SECOND, type Point } from '@core/game/types'
import { barColour } from '@player/bars'
import { NIGHT, paint, type Images } from '@player/draw'
import { makeControls, type Controls } from '@player/input'
import { runLoop, type Frames, type Loop } from '@player/loop'
import { makeSpeaker, type Speaker } from '@player/sound'
import { fitView, toWorld, type View } from '@player/view'
import { reactive } from 'vue'
import { restingFrames } from './rest'
import { thumbOf, stageView, WHOLE } from './stage-pictures'
import type { Letters } from './typeface'

export interface StageView extends Direction {
  slow: boolean
  muted: boolean
  /** Showing the template's content on the very same moment. */
  before: boolean
}

export interface Thumb {
  step: number
  picture: HTMLCanvasElement
}

const THUMB_EVERY = 100
/** Frames in a row with nothing new to paint, after which the loop rests. */
const STILL_FRAMES = 30
const SEED = 20261123

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
    level: 0,
    running: true,
    slow: false,
    auto: options.auto,
    muted: true,
    back: 0,
    rewindable: 0,
    screen: 'start',
    before: false,
  })
  let letters: Letters = options.letters ?? { typeface: 'sans-serif', faces: new Map() }
  let language: number | null = null
  let beforeSetup: Setup | null = null
  const ink = canvas.getContext('2d', { alpha: false })!
  const list = makeDrawList()
  const calm = window.matchMedia('(prefers-reduced-motion: reduce)')
  let thumbs: Thumb[] = []
  const director = makeDirector(options.setup, view, {
    seed: options.seed ?? SEED,
    straightToPlay: options.straightToPlay,
    begun: () => (thumbs = []),
  })
  let ratio = 1
  let place: View = fitView(1, 1, director.setup().stage)
  /** Colour of what the stage leaves free, worked out again for another backdrop. */
  let bars = { asset: '', colour: NIGHT }
  const thumbListeners = new Set<() => void>()
  const speaker: Speaker = makeSpeaker(director.setup().doc, options.bytesOf)
  speaker.mute(true)

  function resize(): void {
    ratio = Math.min(2, window.devicePixelRatio || 1)
    const width = Math.max(1, Math.round(canvas.clientWidth * ratio))
    const height = Math.max(1, Math.round(canvas.clientHeight * ratio))
    if (canvas.width !== width || canvas.height !== height) {
      canvas.width = width
      canvas.height = height
    }
    const { stage, doc } = director.setup()
    place = fitView(width, height, stage, doc.pixels)
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
    asks: () => asksOf(director.session().state, director.setup()),
    onPress: () => {
      if (view.muted === false) speaker.wake()
      if (!pointerPicks) director.taken()
    },
  })
  let pointerPicks = false

  function step(): void {
    director.step(controls.read(), pointerPicks)
    const session = director.session()
    speaker.follow(session.state)
    if (session.step % THUMB_EVERY === 0) takeThumb(session)
  }

  function takeThumb(session: Session): void {
    const picture = thumbOf(canvas, place)
    const oldest = session.step - session.keepSteps - THUMB_EVERY
    thumbs = [
      ...thumbs.filter((thumb) => thumb.step >= oldest && thumb.step < session.step),
      { step: session.step, picture },
    ]
    for (const listener of thumbListeners) listener()
  }

  /** What a picture of a stage that stands still is made of; the same again is not painted again. */
  let painted: unknown[] = []
  let still = 0
  function isPainted(): boolean {
    const session = director.session()
    const { state } = session
    const { screen, screenStep, focus, page, sure, story, progress } = state
    const now = [
      ...[
        session,
        session.step,
        view.back,
        screen,
        screenStep,
        focus,
        page,
        sure,
        story?.part,
        story?.line,
        state.level,
        progress.worn,
      ],
      ...[director.setup(), view.before && beforeSetup, letters, language ?? state.language, calm.matches],
      ...[canvas.width, canvas.height, options.images().size],
    ]
    const same = !view.running && now.length === painted.length && now.every((one, i) => one === painted[i])
    painted = now
    still = same ? still + 1 : 0
    return same
  }

  function draw(): void {
    if (isPainted()) return
    list.still = calm.matches
    const state = director.shown()
    const with_ = view.before && beforeSetup !== null ? beforeSetup : director.setup()
    drawGame(state, with_, list, language ?? state.language)
    const backdrop = backdropOf(setupOf(state, with_))?.asset ?? ''
    if (backdrop !== bars.asset && options.images().has(backdrop))
      bars = { asset: backdrop, colour: barColour(setupOf(state, with_), options.images()) }
    ink.fillStyle = bars.colour
    ink.fillRect(0, 0, canvas.width, canvas.height)
    paint(list, with_, { ink, view: place, images: options.images(), ...letters })
  }

  const loop: Loop = runLoop(
    options.frames ??
      restingFrames(
        () => still > STILL_FRAMES,
        () => view.auto,
      ),
    () => {
      if (view.running && view.back === 0 && !document.hidden) step()
    },
    draw,
    () => (view.slow ? 0.25 : 1),
  )

  const { restart, showLevel, showRecording, showPlay, showScreen, showPart, goOnFromHere, seek, setAuto } = director
  return {
    ...{ restart, showLevel, showRecording, showPlay, showScreen, showPart, seek, setAuto },
    view,
    list,
    /** The session's own recording, for covers and tests. */
    recording: () => director.session().recording,
    place: () => place,
    ratio: () => ratio,
    setup: () => director.setup(),
    thumbs: () => thumbs,
    step: () => director.session().step,
    /** How far a move carries, from where the hero is in the moment that is shown; empty where the rules do not say. */
    reach(): Point[] {
      const shown = director.shown()
      const setup = setupOf(shown, director.setup())
      const { play } = shown
      return play === null ? [] : (rulesFor(setup.doc.template.id).reach?.(play, setup) ?? [])
    },
    /** Where a place that can be moved counts from, in the moment that is shown. */
    spot(part: string): SpotPlace | undefined {
      const shown = director.shown()
      const { play } = shown
      const setup = setupOf(shown, director.setup())
      return play === null
        ? undefined
        : rulesFor(setup.doc.template.id)
            .spots?.(play, setup)
            .find((one) => one.part === part)
    },
    /** Paints things over a canvas that lies over the stage. */
    paintOver(to: CanvasRenderingContext2D, things: DrawList): void {
      paint(things, director.setup(), { ink: to, view: place, images: options.images(), ...letters })
    },
    /** Where in its course the hero's feet are; null where the rules do not say. */
    feet(): Point | null {
      const { play } = director.session().state
      return play === null ? null : (rulesFor(director.setup().doc.template.id).feet?.(play) ?? null)
    },
    /** Pieces as they stand, of a game that is played by hand; null while it is not. */
    arranged(): Arranged[] | null {
      const { play } = director.session().state
      const setup = setupOf(director.session().state, director.setup())
      return play === null ? null : (rulesFor(setup.doc.template.id).arranged?.(play, setup) ?? null)
    },
    onThumbs(tell: () => void) {
      thumbListeners.add(tell)
      return () => thumbListeners.delete(tell)
    },
    adopt(next: Setup, before: Setup | null): void {
      beforeSetup = before
      director.adopt(next)
      speaker.adopt(next.doc)
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
    goOnFromHere(): void {
      goOnFromHere()
      thumbs = thumbs.filter((thumb) => thumb.step <= director.session().step)
    },
    /** Replays the moment that fires a sound, heard; false when it never came. */
    playMoment(sound: string): boolean {
      const shown = director.showMoment(sound)
      if (shown) this.setMuted(false)
      return shown
    },
    setRunning(on: boolean): void {
      view.running = on
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
    /** The part under a point given in CSS px of the canvas. */
    pick(x: number, y: number): DrawItem | undefined {
      const world = toWorld(place, x * ratio, y * ratio)
      return pickAt(list, director.setup(), world.x, world.y)
    },
    /** The moment that is shown, or a frame of it, drawn at `width` x `height` px. */
    capture(width: number, height: number, of: Framed = WHOLE): HTMLCanvasElement {
      const picture = document.createElement('canvas')
      picture.width = width
      picture.height = height
      const setup = director.setup()
      const state = director.shown()
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
      const most = Math.min(Math.round(seconds * fps), Math.floor((view.rewindable - shown) / every))
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
