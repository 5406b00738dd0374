import { makeDrawList, type DrawList } from '../core/game/draw-list'
import { drawGame } from '../core/game/draw-game'
import { asksOf, setupOf, startGame, stepGame, takeProgress, type GameState } from '../core/game/game'
import { languageFor } from '../core/game/languages'
import { noteStep, startProof } from '../core/game/proof'
import { record, startRecording, type Recording } from '../core/game/recording'
import { inAll, isLast } from '../core/game/levels'
import { freshProgress, MOST_PROGRESS } from '../core/game/progress'
import { rulesFor } from '../core/game/registry'
import { makeSetup, partsOf, type Setup } from '../core/game/setup'
import { STEPS_PER_SECOND, type GameDoc } from '../core/game/types'
import { barColour } from './bars'
import { paint, type Images } from './draw'
import { makeControls } from './input'
import { resumeRound } from '../core/game/resume'
import { makeKeep } from './keep'
import { browserFrames, runLoop } from './loop'
import { makeSpeaker } from './sound'
import { makeThumbs, thumbPlace, ZONE_PX, type Thumbs } from './thumbs'
import { fitView } from './view'

const TYPEFACE = 'PackPostGame'
/** Steps on a screen after which what changed is kept. */
const SAVE_EVERY = 10
/** A round that waits is kept so often while it is played, steps. */
const KEEP_EVERY = 60
const NOTHING = JSON.stringify(freshProgress())

async function bytesOf(url: string): Promise<ArrayBuffer> {
  const answer = await fetch(url)
  if (!answer.ok) throw new Error(`${url}: ${answer.status}`)
  return answer.arrayBuffer()
}

async function loadImages(doc: GameDoc): Promise<Images> {
  const images = new Map<string, ImageBitmap>()
  await Promise.all(
    Object.entries(doc.assets)
      .filter(([, asset]) => asset.mime.startsWith('image/'))
      .map(async ([hash, asset]) =>
        images.set(hash, await createImageBitmap(new Blob([await bytesOf(asset.file)], { type: asset.mime }))),
      ),
  )
  return images
}

/** The CSS family of a font file. One that does not come must not keep the game from starting. */
async function loadFace(family: string, file: string): Promise<string> {
  try {
    const face = new FontFace(family, await bytesOf(file), { weight: '100 900' })
    document.fonts.add(await face.load())
    return `${family}, sans-serif`
  } catch {
    return 'sans-serif'
  }
}

async function loadFaces(doc: GameDoc): Promise<{ typeface: string; faces: Map<string, string> }> {
  const faces = new Map<string, string>()
  const asked = new Set(Object.values(partsOf(doc, 'wording')).flatMap((word) => word.style?.typeface ?? []))
  const [typeface] = await Promise.all([
    doc.typeface === undefined ? 'sans-serif' : loadFace(TYPEFACE, doc.typeface),
    ...[...asked].map(async (hash, i) => {
      const file = doc.assets[hash]?.file
      if (file !== undefined) faces.set(hash, await loadFace(`${TYPEFACE}${i}`, file))
    }),
  ])
  return { typeface, faces }
}

/** All words on the stage, for those who cannot see them. */
const wordsOf = ({ items, count }: DrawList): string =>
  items
    .slice(0, count)
    .flatMap((item) => (item.kind === 'text' ? item.text : []))
    .join('. ')

export interface Running {
  state: GameState
  setup: Setup
  recording: Recording
}

/** Starts the game of a document, or of the game.json at an address, inside `root`. */
export async function play(root: HTMLElement, source: string | GameDoc): Promise<Running | null> {
  const note = document.createElement('p')
  note.setAttribute('role', 'status')
  note.textContent = 'Unpacking the game…'
  root.replaceChildren(note)
  try {
    const doc =
      typeof source === 'string' ? (JSON.parse(new TextDecoder().decode(await bytesOf(source))) as GameDoc) : source
    const [images, letters] = await Promise.all([loadImages(doc), loadFaces(doc)])
    return run(root, doc, images, letters)
  } catch (error) {
    // Never just hang: say that it did not start, and what most often helps.
    note.textContent = `This game did not start (${error instanceof Error ? error.message : 'a file could not be read'}). Reload the page; if it stays so, its maker should post it again.`
    return null
  }
}

function run(
  root: HTMLElement,
  doc: GameDoc,
  images: Images,
  letters: { typeface: string; faces: ReadonlyMap<string, string> },
): Running {
  const canvas = document.createElement('canvas')
  canvas.tabIndex = 0
  canvas.setAttribute('role', 'application')
  canvas.setAttribute('aria-label', doc.title)
  const said = document.createElement('div')
  said.setAttribute('aria-live', 'polite')
  said.style.cssText = 'position:absolute;width:1px;height:1px;overflow:hidden;clip-path:inset(50%)'
  root.replaceChildren(canvas, said)
  const touch = matchMedia('(any-pointer: coarse)')
  const ink = canvas.getContext('2d', { alpha: false })!
  const setup = makeSetup(doc)
  const seed = crypto.getRandomValues(new Uint32Array(1))[0]!
  const state = startGame(seed, setup)
  state.language = languageFor(doc, navigator.languages)
  const running: Running = { state, setup, recording: startRecording(doc.template.id, seed) }
  const list = makeDrawList()
  const keep = makeKeep(`${doc.template.id}:${doc.title}`)
  const speaker = makeSpeaker(doc, (asset) => bytesOf(doc.assets[asset]!.file))
  let ratio = 1
  const { stage } = setup
  let view = fitView(1, 1, stage)
  const resize = () => {
    ratio = Math.min(2, devicePixelRatio || 1)
    const [width, height] = [root.clientWidth, root.clientHeight]
    const place = thumbPlace(width, height, touch.matches, stage)
    // Upright the stage takes the whole width, and the thumbs what is left below it.
    const high = place === 'below' ? (width * stage.height) / stage.width : height
    canvas.width = Math.max(1, Math.round(width * ratio))
    canvas.height = Math.max(1, Math.round(high * ratio))
    canvas.style.cssText = `position:absolute;left:0;top:${place === 'below' ? Math.max(0, (height - high - ZONE_PX) * 0.35) : 0}px;width:${width}px;height:${high}px`
    view = fitView(canvas.width, canvas.height, stage, doc.pixels)
    thumbs?.place(place)
  }
  let thumbs: Thumbs | null = null
  const controls = makeControls({
    keys: window,
    pointer: canvas,
    view: () => view,
    ratio: () => ratio,
    onPress: () => speaker.wake(),
    asks: () => asksOf(state, setup),
  })
  thumbs = makeThumbs(root, setup, controls)
  new ResizeObserver(resize).observe(root)
  touch.addEventListener('change', resize)
  resize()
  const bars = barColour(setup, images)
  root.style.background = bars
  keep.freeze(() => {
    if (state.screen !== 'play') return
    controls.hold('Escape', true)
    controls.hold('Escape', false)
  })
  const proof = startProof()
  let known = false
  let saved = ''
  keep.hear(({ best, seed, progress, aside }) => {
    state.best = Math.max(state.best, best)
    // What was kept is told again with every new seed; by then the game knows better.
    if (!known && progress !== null) {
      takeProgress(state, setup, progress)
      known = true
      saved = JSON.stringify(progress)
      if (progress.round !== undefined) {
        const stands = state.screen === 'start' && resumeRound(state, setup, progress.round, proof)
        if (!stands) delete state.progress.round
      }
    }
    state.aside ||= aside
    // A play that may go into a table of scores is played with a seed the arcade chose; a go of several levels with one.
    if (seed === null || seed === state.seed || state.screen === 'done' || state.level > state.since) return
    state.seed = seed
    // Counted from the seed on, since that is what a play is played again from.
    state.plays = 0
  })
  const { waits } = rulesFor(doc.template.id)
  const tellPlays = () => {
    const { play } = state
    if (play === null) return
    if (play.step === 1 && state.screen === 'play') keep.began()
    if (play.outcome === 'playing' || told === play) return
    told = play
    const more = play.outcome === 'won' && !isLast(state, setup)
    keep.ended({
      more,
      outcome: play.outcome,
      score: inAll(state, setup),
      seconds: play.step / STEPS_PER_SECOND,
      cause: rulesFor(doc.template.id).ending(play, setupOf(state, setup)).cause.slice(0, 80),
      proof: more ? null : structuredClone(proof),
    })
  }
  const saveNow = () => {
    const now = JSON.stringify(state.progress)
    if (now === saved || now.length > MOST_PROGRESS || (saved === '' && now === NOTHING)) return
    saved = now
    known = true
    keep.save(state.best, state.progress)
  }
  const calm = matchMedia('(prefers-reduced-motion: reduce)')
  let told: object | null = null
  document.addEventListener('visibilitychange', () => speaker.mute(document.hidden))
  let shown = ''
  let spoken = ''
  runLoop(
    browserFrames,
    () => {
      if (document.hidden) return
      const input = controls.read()
      record(running.recording, input)
      noteStep(proof, state, input)
      stepGame(state, input, setup)
      tellPlays()
      speaker.follow(state)
      const now = state.screenStep % (state.screen === 'play' ? KEEP_EVERY : SAVE_EVERY) === 0
      if (now) waits?.keep(state, setup, proof)
      if (now && (waits !== undefined || state.screen !== 'play')) saveNow()
    },
    () => {
      list.still = calm.matches
      drawGame(state, setup, list)
      ink.fillStyle = bars
      ink.fillRect(0, 0, canvas.width, canvas.height)
      paint(list, setup, { ink, view, images, ...letters })
      thumbs?.follow(state)
      // In play what is said changes with every point; a screen is told anew when anything on it does.
      const words = state.screen === 'play' && shown === 'play' ? spoken : wordsOf(list)
      if (words === spoken && shown === state.screen) return
      spoken = words
      shown = state.screen
      canvas.dataset['screen'] = state.screen
      document.documentElement.lang = doc.languages[state.language]?.tag ?? ''
      said.dir = list.rightToLeft ? 'rtl' : 'ltr'
      said.textContent = words
    },
  )
  canvas.focus({ preventScroll: true })
  return running
}
