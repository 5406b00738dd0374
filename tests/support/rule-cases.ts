/** A table: a pack that fires each rule, and one that does not. */
import { strToU8 } from 'fflate'
import { TOPICS } from '../../core/label/age-guide'
import type { CheckContext } from '../../core/check/rule'
import type { Finding } from '../../core/check/finding'
import type { Template } from '../../core/template/template'
import type { CastContent } from '../../core/kinds/cast'
import { withLooks } from './looks'
import type { Label } from '../../core/label/label'
import type { SpriteContent, Strip } from '../../core/kinds/drawing'
import type { Space, WayContent } from '../../core/kinds/way'
import { newPack, type Pack } from '../../core/pack/pack'
import { newFacts } from '../../core/art/take-in'
import { hashOf } from '../../core/pack/hash'
import {
  CLEAR,
  disc,
  emptyPack,
  folderTemplate,
  picture,
  pngAsset,
  puffinCatch,
  roundabout,
  skipline,
  stepstone,
  twosome,
  whichOne,
  tone,
  windfall,
  withSound,
  withSprite,
  type Made,
} from './fixtures'

/** The way of the board game with something else on some of its spaces. */
function wayWith(change: Record<number, Partial<Space>>, more: Pack['parts'] = {}): Pack {
  const way = roundabout.parts.find(({ id }) => id === 'way')!.content as WayContent
  const spaces = way.spaces.map((space, i) => ({ ...space, ...change[i] }))
  return { ...newPack(roundabout, 'a-pack-for-tests'), parts: { way: { ...way, spaces }, ...more } }
}
const closeTo = (at: number): Partial<Space> => {
  const { x, y } = (roundabout.parts.find(({ id }) => id === 'way')!.content as WayContent).spaces[at]!
  return { x: x + 0.01, y }
}
const board = () => ({ pack: newPack(roundabout, 'a-pack-for-tests') })

/** A template whose game cannot run without that sound. */
const needing = (part: string): Template => ({
  ...windfall,
  requires: [{ part, say: 'It is what tells players that they were too late.' }],
})
function withPrice(price: number): Pack {
  const pack = withLooks(emptyPack(), ['coat'])
  const looks = pack.parts['looks'] as CastContent
  return { ...pack, parts: { looks: { ...looks, entries: looks.entries.map((entry) => ({ ...entry, price })) } } }
}

export interface RuleCase {
  pack: Pack
  files?: Made[]
  /** What of the context differs from that of the bench. */
  ctx?: Partial<CheckContext>
}
export interface FiringAndSilent {
  fires: () => Promise<RuleCase> | RuleCase
  silent: () => Promise<RuleCase> | RuleCase
  severity: Finding['severity']
}

type Ink = [number, number, number, number]
const RED: Ink = [180, 40, 40, 255]

const labelled = (change: Partial<Label>): Pack => ({ ...puffinCatch(), label: { ...puffinCatch().label, ...change } })
const private_ = (change: Partial<Label['privacy']>, more: Partial<Label> = {}): Pack =>
  labelled({ privacy: { ...puffinCatch().label.privacy, ...change }, ...more })
const answers = (change: Record<string, string>): Label['ageGuide'] => ({
  ...Object.fromEntries(TOPICS.map((topic) => [topic, 'none'])),
  fighting: 'bumps',
  ...change,
})
const withPart = (pack: Pack, id: string, content: Pack['parts'][string]): Pack => ({
  ...pack,
  parts: { ...pack.parts, [id]: content },
})

const clean = pngAsset(disc(60, 25))
/** A strip 96 px wide whose brightness at each x is told. */
const bright = (at: (x: number) => number): Made =>
  pngAsset({
    width: 96,
    height: 20,
    data: Uint8ClampedArray.from({ length: 96 * 20 * 4 }, (_, i) => (i % 4 === 3 ? 255 : at(Math.floor(i / 4) % 96))),
  })
const slope = bright((x) => 40 + x * 2)
const waves = bright((x) => 120 + 80 * Math.sin((x / 96) * Math.PI * 4))
const withDial = (dial: string, value: number): Pack => ({
  ...newPack(skipline, 'a-pack-for-tests'),
  parts: { [dial]: { kind: 'dial', value } },
})
const withStrip = (made: Made): Pack => {
  const parts: Pack['parts'] = { ground: { kind: 'picture', asset: made.hash, fit: 'tile', crisp: false, speed: 1 } }
  const pack = { ...newPack(skipline, 'a-pack-for-tests'), parts }
  return { ...pack, assets: { ...pack.assets, [made.hash]: made.facts } }
}

const standing = (change: Partial<SpriteContent> = {}): Partial<SpriteContent> => ({
  pivot: { x: 0.5, y: 0.92 },
  ...change,
})
const frames = (made: Made, boxes: readonly { x: number; y: number; w: number; h: number }[]) =>
  boxes.map((box) => ({ asset: made.hash, ...box, hold: 1 }))
const sheet = (made: Made, boxes: Parameters<typeof frames>[1], fps = 6): Partial<SpriteContent> => {
  const clip = { frames: frames(made, boxes), fps, mode: 'loop' as const }
  return { clips: { stand: clip, catch: clip, hurt: clip } }
}
const strip = (change: Partial<Strip>): Strip => ({ columns: 1, rows: 1, ...change })

/** A red ball with a ring of white around it, as a bad cut leaves it. */
const haloed = pngAsset(
  picture(60, 60, (x, y) => {
    const far = Math.hypot(x - 30, y - 30)
    return far < 23 ? RED : far < 25 ? [250, 250, 250, 255] : CLEAR
  }),
)
const nothing = pngAsset(picture(40, 40, () => CLEAR))
/** Two balls: in the second cell it stands 14 px to the right. */
const sliding = pngAsset(
  picture(120, 60, (x, y) => {
    const cx = x < 60 ? 24 : 60 + 38
    return Math.abs(x - cx) < 12 && y > 20 && y < 58 ? RED : CLEAR
  }),
)
const two = [
  { x: 0, y: 0, w: 60, h: 60 },
  { x: 60, y: 0, w: 60, h: 60 },
]
const pixelArt = pngAsset(
  picture(24, 24, (x, y) => (x > 3 && x < 20 && y > 2 ? (x % 2 === y % 2 ? RED : [40, 40, 90, 255]) : CLEAR)),
)
/** Smooth and small: many shades of one colour. */
const soft = pngAsset(
  picture(60, 60, (x, y) => {
    const far = Math.hypot(x - 30, y - 30)
    return far > 27 ? CLEAR : [180 - x * 2, 30 + y * 3, 40 + x + y, Math.min(255, Math.round((27 - far) * 128))]
  }),
)
/** Six balls on a sheet that was taken for one picture. */
const wholeSheet = pngAsset(
  picture(192, 64, (x, y) => (Math.hypot((x % 32) - 16, (y % 32) - 16) < 11 ? [60 + x, 40, 160, 255] : CLEAR)),
)
/** A ring on white, and the same cut out: white is left inside. */
const ringOn = (ground: Ink): Made =>
  pngAsset(
    picture(60, 60, (x, y) => {
      const far = Math.hypot(x - 30, y - 30)
      return far < 24 && far > 12 ? RED : far <= 12 ? [255, 255, 255, 255] : ground
    }),
  )
const ringWhole = ringOn([255, 255, 255, 255])
const ringCut = ringOn(CLEAR)
const cutFrom = (pack: Pack, origin: Made): Pack => ({
  ...pack,
  assets: Object.fromEntries(
    Object.entries({ ...pack.assets, [origin.hash]: origin.facts }).map(([hash, facts]) => [
      hash,
      hash === ringCut.hash ? { ...facts, madeFrom: origin.hash } : facts,
    ]),
  ),
})
const large = pngAsset(disc(200, 90))
const dusk = puffinCatch().assets
const duskHash = Object.keys(dusk).find((hash) => dusk[hash]!.source.file === 'quay-at-dusk.png')!
/** The colour of the dusk itself, so that nobody sees it. */
const greyGround = pngAsset(picture(160, 100, () => [92, 92, 100, 255]))
const greyBall = pngAsset(disc(60, 25, [92, 92, 100, 255]))
const withGround = (pack: Pack, made: Made): Pack => ({
  ...withPart(pack, 'backdrop', { kind: 'picture', asset: made.hash, fit: 'cover', crisp: false }),
  assets: { ...pack.assets, [made.hash]: made.facts },
})
/** Left half dark, right half light: two frames that flash when shown in turn. */
const blinking = pngAsset(picture(320, 100, (x) => (x < 160 ? [10, 10, 16, 255] : [235, 235, 220, 255])))
/** The same with a change that is seen and does not blind. */
const swaying = pngAsset(picture(320, 100, (x) => (x < 160 ? [60, 70, 90, 255] : [110, 120, 140, 255])))
const movingGround = (fps: number, blinking: Made): Pack => {
  const pack = withGround(puffinCatch(), blinking)
  const clip = {
    frames: frames(blinking, [
      { x: 0, y: 0, w: 160, h: 100 },
      { x: 160, y: 0, w: 160, h: 100 },
    ]),
    fps,
    mode: 'loop' as const,
  }
  return withPart(pack, 'backdrop', { kind: 'picture', asset: blinking.hash, fit: 'cover', crisp: false, clip })
}
/** A flat picture stored without any compression: valid, and far too long. */
const stuffed = ((): Made => {
  const plain = pngAsset(picture(200, 200, (x) => (x < 100 ? RED : CLEAR)))
  const bytes = new Uint8Array(plain.bytes.length + 150_000)
  // A chunk that no reader needs, behind the header: "juNk" is ancillary and private.
  const chunk = new Uint8Array(150_000)
  new DataView(chunk.buffer).setUint32(0, chunk.length - 12)
  chunk.set(strToU8('juNk'), 4)
  let crc = 0xffffffff
  for (const byte of chunk.subarray(4, chunk.length - 4)) {
    crc ^= byte
    for (let k = 0; k < 8; k++) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1
  }
  new DataView(chunk.buffer).setUint32(chunk.length - 4, (crc ^ 0xffffffff) >>> 0)
  bytes.set(plain.bytes.subarray(0, 33))
  bytes.set(chunk, 33)
  bytes.set(plain.bytes.subarray(33), 33 + chunk.length)
  const facts = { ...plain.facts, bytes: bytes.length }
  return { bytes, hash: hashOf(bytes), facts }
})()
/** A WAV with a title in its INFO list. */
const tagged = ((): Made => {
  const wav = tone(0.3).bytes
  const title = strToU8('Quay bell by Robin\0\0')
  const list = new Uint8Array(8 + 4 + 8 + title.length)
  const view = new DataView(list.buffer)
  list.set(strToU8('LIST'))
  view.setUint32(4, list.length - 8, true)
  list.set(strToU8('INFOINAM'), 8)
  view.setUint32(16, title.length, true)
  list.set(title, 20)
  const bytes = new Uint8Array(wav.length + list.length)
  bytes.set(wav)
  bytes.set(list, wav.length)
  new DataView(bytes.buffer).setUint32(4, bytes.length - 8, true)
  const facts = newFacts('bell.wav', 'audio/wav', bytes.length, { durationS: 0.3 }, '2026-11-23T00:00:00.000Z', {
    author: 'harbour-club',
    licence: 'CC0-1.0',
  })
  return { bytes, hash: hashOf(bytes), facts }
})()
const goodCast = (often: number): Pack => {
  const good = puffinCatch().parts['good']!
  if (good.kind !== 'cast') throw new Error('cast')
  return withPart(puffinCatch(), 'good', { ...good, entries: good.entries.map((entry) => ({ ...entry, often })) })
}
const licensed = (licence: string, author = 'somebody-else'): Made => ({
  ...clean,
  facts: { ...clean.facts, source: { ...clean.facts.source, licence, author } },
})
const offered = (made: Made, licence: string): Pack => {
  const pack = withSprite(puffinCatch(), made)
  return { ...pack, label: { ...pack.label, copies: { allowed: true, licence } } }
}
const email = { purpose: 'To tell of the next release', keeper: 'harbour-club', days: 30 }

/** Rules on art, privacy, ages and copies: a pack in which each must fire, and one in which it must stay silent. */
export const RULE_CASES: Record<string, FiringAndSilent> = {
  'picture-empty': {
    fires: () => ({ pack: withSprite(puffinCatch(), nothing), files: [nothing] }),
    silent: () => ({ pack: withSprite(puffinCatch(), clean), files: [clean] }),
    severity: 'must',
  },
  'fringe-left': {
    fires: () => ({ pack: withSprite(puffinCatch(), haloed), files: [haloed] }),
    silent: () => ({ pack: withSprite(puffinCatch(), clean), files: [clean] }),
    severity: 'should',
  },
  'frames-differ': {
    fires: () => ({
      pack: withSprite(puffinCatch(), sliding, sheet(sliding, [two[0]!, { x: 60, y: 10, w: 60, h: 50 }])),
      files: [sliding],
    }),
    silent: () => ({ pack: withSprite(puffinCatch(), sliding, sheet(sliding, two)), files: [sliding] }),
    severity: 'should',
  },
  jitter: {
    fires: () => ({ pack: withSprite(puffinCatch(), sliding, standing(sheet(sliding, two))), files: [sliding] }),
    silent: () => ({
      pack: withSprite(puffinCatch(), clean, standing(sheet(clean, [{ x: 0, y: 0, w: 60, h: 60 }]))),
      files: [clean],
    }),
    severity: 'should',
  },
  'pivot-off': {
    fires: () => ({ pack: withSprite(puffinCatch(), clean, { pivot: { x: 0.5, y: 0.1 } }), files: [clean] }),
    silent: () => ({ pack: withSprite(puffinCatch(), clean, standing()), files: [clean] }),
    severity: 'should',
  },
  'whole-sheet': {
    fires: () => ({ pack: withSprite(puffinCatch(), wholeSheet), files: [wholeSheet] }),
    silent: () => ({ pack: withSprite(puffinCatch(), clean), files: [clean] }),
    severity: 'should',
  },
  'enclosed-left': {
    fires: () => ({ pack: cutFrom(withSprite(puffinCatch(), ringCut), ringWhole), files: [ringCut, ringWhole] }),
    silent: () => ({ pack: withSprite(puffinCatch(), ringCut), files: [ringCut] }),
    severity: 'know',
  },
  'picture-small': {
    fires: () => ({ pack: withSprite(puffinCatch(), soft, { height: 2 }), files: [soft] }),
    silent: () => ({ pack: withSprite(puffinCatch(), soft, { height: 0.5 }), files: [soft] }),
    severity: 'know',
  },
  'pixels-smoothed': {
    fires: () => ({ pack: withSprite(puffinCatch(), pixelArt, { crisp: false, height: 2 }), files: [pixelArt] }),
    silent: () => ({ pack: withSprite(puffinCatch(), pixelArt, { crisp: true, height: 2 }), files: [pixelArt] }),
    severity: 'should',
  },
  'strip-uneven': {
    fires: () => ({ pack: withSprite(puffinCatch(), clean, { strip: strip({ columns: 7 }) }), files: [clean] }),
    silent: () => ({
      pack: withSprite(puffinCatch(), clean, { strip: strip({ columns: 7, gapX: 1 }) }),
      files: [clean],
    }),
    severity: 'know',
  },
  'clip-missing': {
    fires: () => ({
      pack: withSprite(puffinCatch(), clean, {
        clips: { other: { frames: frames(clean, [{ x: 0, y: 0, w: 60, h: 60 }]), fps: 6, mode: 'loop' } },
      }),
      files: [clean],
    }),
    silent: () => ({ pack: puffinCatch() }),
    severity: 'must',
  },
  'hard-to-see': {
    fires: () => ({ pack: withGround(withSprite(puffinCatch(), greyBall), greyGround), files: [greyBall, greyGround] }),
    silent: () => {
      // Things that fall stay the template's here: only the hero is looked at.
      const { good: _good, bad: _bad, 'life-mark': _mark, ...parts } = withSprite(puffinCatch(), large).parts
      return {
        pack: withGround({ ...withSprite(puffinCatch(), large), parts }, greyGround),
        files: [large, greyGround],
      }
    },
    severity: 'should',
  },
  'backdrop-moving': {
    fires: () => ({ pack: movingGround(6, swaying), files: [swaying] }),
    silent: () => ({ pack: movingGround(1, swaying), files: [swaying] }),
    severity: 'should',
  },
  'never-met': {
    fires: () => ({ pack: withDial('hang-time', 0.4) }),
    silent: () => ({ pack: newPack(skipline, 'a-pack-for-tests') }),
    severity: 'should',
  },
  'deck-rows': {
    fires: () => ({
      pack: {
        ...newPack(twosome, 'a-pack-for-tests'),
        parts: { pairs: { kind: 'deck', rows: [{ id: 'a', cells: { one: { text: 'Gull' } } }] } },
      },
    }),
    silent: () => ({ pack: newPack(twosome, 'a-pack-for-tests') }),
    severity: 'must',
  },
  'way-rings': {
    fires: () => ({
      pack: wayWith({ 1: { effect: { does: 'move', by: 1 } }, 2: { effect: { does: 'move', by: -1 } } }),
    }),
    silent: board,
    severity: 'should',
  },
  'way-close': {
    fires: () => ({ pack: wayWith({ 6: closeTo(5) }) }),
    silent: board,
    severity: 'should',
  },
  'cards-unread': {
    fires: () => ({
      pack: wayWith(
        {},
        { 'deck-a': { kind: 'deck', rows: [{ id: 'a', cells: { says: { text: 'Fog' }, does: { text: 'bakc 3' } } }] } },
      ),
    }),
    silent: board,
    severity: 'should',
  },
  'hero-fitted': {
    fires: () => {
      const pack = newPack(stepstone, 'a-pack-for-tests')
      const hero = stepstone.parts.find(({ id }) => id === 'hero')!.content
      return { pack: { ...pack, parts: { hero: { ...hero, height: 6 } as Pack['parts'][string] } } }
    },
    silent: () => ({ pack: newPack(stepstone, 'a-pack-for-tests') }),
    severity: 'know',
  },
  'seen-beside': {
    fires: () => {
      const pack = newPack(whichOne, 'a-pack-for-tests')
      const hidden = whichOne.parts.find(({ id }) => id === 'hidden')!.content
      return { pack: { ...pack, parts: { hidden: { ...hidden, height: 3 } as Pack['parts'][string] } } }
    },
    silent: () => ({ pack: newPack(whichOne, 'a-pack-for-tests') }),
    severity: 'should',
  },
  'too-fast': {
    fires: () => ({
      pack: { ...newPack(whichOne, 'a-pack-for-tests'), parts: { 'change-time': { kind: 'dial', value: 0.1 } } },
    }),
    silent: () => ({ pack: newPack(whichOne, 'a-pack-for-tests') }),
    severity: 'know',
  },
  'strip-seam': {
    fires: () => ({ pack: withStrip(slope), files: [slope] }),
    silent: () => ({ pack: withStrip(waves), files: [waves] }),
    severity: 'should',
  },
  flashes: {
    fires: () => ({ pack: movingGround(12, blinking), files: [blinking] }),
    silent: () => ({ pack: movingGround(2, blinking), files: [blinking] }),
    severity: 'must',
  },
  'picture-heavy': {
    fires: () => ({ pack: withSprite(puffinCatch(), stuffed), files: [stuffed] }),
    silent: () => ({ pack: withSprite(puffinCatch(), large), files: [large] }),
    severity: 'should',
  },
  'tags-in-sound': {
    fires: () => ({ pack: withSound(puffinCatch(), 'catch-sound', tagged), files: [tagged] }),
    silent: () => ({ pack: puffinCatch() }),
    severity: 'should',
  },
  'words-faint': {
    fires: () => ({
      pack: withGround(
        withPart(puffinCatch(), 'win-words', {
          kind: 'wording',
          text: 'Well done',
          scale: 1,
          style: { colour: '#66666c' },
        }),
        greyGround,
      ),
      files: [greyGround],
    }),
    silent: () => ({
      pack: withGround(
        withPart(puffinCatch(), 'win-words', {
          kind: 'wording',
          text: 'Well done',
          scale: 1,
          style: { colour: '#ffffff' },
        }),
        greyGround,
      ),
      files: [greyGround],
    }),
    severity: 'should',
  },
  'personal-data': {
    fires: () => ({
      pack: labelled({ description: 'Ask robin@quay-club.example, or ring 01632 960 123, for more games.' }),
    }),
    silent: () => ({
      pack: labelled({
        author: 'harbour-club',
        description: 'The festival on Quay Street 0 begins on 2026-11-23 at 18.30; 250 points win it.',
      }),
    }),
    severity: 'must',
  },
  'dial-outside': {
    fires: () => ({ pack: withPart(puffinCatch(), 'goal', { kind: 'dial', value: 99999 }) }),
    silent: () => ({ pack: withPart(puffinCatch(), 'goal', { kind: 'dial', value: 60 }) }),
    severity: 'must',
  },
  'cast-empty': {
    fires: () => ({ pack: goodCast(0) }),
    silent: () => ({ pack: goodCast(2) }),
    severity: 'must',
  },
  'dry-run': {
    fires: () => ({ pack: withPart(puffinCatch(), 'goal', { kind: 'dial', value: 5 }) }),
    silent: () => ({ pack: puffinCatch() }),
    severity: 'should',
  },
  'devices-unserved': {
    fires: () => ({
      pack: labelled({ devices: ['keyboard', 'gamepad'] }),
      ctx: { template: { ...windfall, inputs: ['keyboard'] } },
    }),
    silent: () => ({ pack: labelled({ devices: ['keyboard', 'gamepad'] }) }),
    severity: 'must',
  },
  'alt-missing': {
    fires: () => ({ pack: labelled({ cover: duskHash, coverAlt: ' ', shots: [{ asset: duskHash, alt: '' }] }) }),
    silent: () => ({ pack: labelled({ cover: duskHash, coverAlt: 'A puffin under the quay crane' }) }),
    severity: 'should',
  },
  'age-unanswered': {
    fires: () => ({ pack: labelled({ ageGuide: {} }) }),
    silent: () => ({ pack: puffinCatch() }),
    severity: 'must',
  },
  'age-denies': {
    fires: () => ({ pack: labelled({ ageGuide: answers({ fighting: 'none' }) }) }),
    silent: () => ({ pack: labelled({ ageGuide: answers({}) }) }),
    severity: 'should',
  },
  'email-unexplained': {
    fires: () => ({ pack: private_({ email: { ...email, keeper: ' ' } }) }),
    silent: () => ({ pack: private_({ email }) }),
    severity: 'must',
  },
  'email-young': {
    fires: () => ({ pack: private_({ email }) }),
    silent: () => ({ pack: private_({ email }, { ageGuide: answers({ fright: 'horror' }) }) }),
    severity: 'must',
  },
  'asks-unused': {
    fires: () => ({ pack: private_({ asks: ['microphone'] }) }),
    silent: () => ({ pack: puffinCatch() }),
    severity: 'must',
  },
  'framing-empty': {
    fires: () => ({ pack: private_({ framing: 'named', sites: ['not a site'] }) }),
    silent: () => ({ pack: private_({ framing: 'named', sites: ['https://club.example'] }) }),
    severity: 'should',
  },
  'licence-no-changes': {
    fires: () => {
      const made = licensed('CC-BY-ND-4.0')
      return {
        pack: withSprite(puffinCatch(), { ...made, facts: { ...made.facts, madeFrom: 'a'.repeat(64) } }),
        files: [made],
      }
    },
    silent: () => ({ pack: withSprite(puffinCatch(), licensed('CC-BY-ND-4.0')), files: [clean] }),
    severity: 'must',
  },
  'required-missing': {
    fires: () => ({ pack: emptyPack(), ctx: { template: needing('miss-sound') } }),
    silent: () => ({ pack: emptyPack(), ctx: { template: needing('catch-sound') } }),
    severity: 'must',
  },
  'look-dear': {
    fires: () => ({ pack: withPrice(100_000) }),
    silent: () => ({ pack: withPrice(120) }),
    severity: 'should',
  },
  'look-unfair': {
    fires: () => ({ pack: withLooks(emptyPack(), ['coat']) }),
    silent: () => ({ pack: withLooks(emptyPack(), ['scarf']) }),
    severity: 'should',
  },
  'copy-terms': {
    fires: () => ({ pack: offered(licensed('CC-BY-NC-4.0'), 'CC-BY-4.0'), files: [clean] }),
    silent: () => ({ pack: offered(licensed('LicenseRef-Own-Work', 'harbour-club'), 'CC-BY-4.0'), files: [clean] }),
    severity: 'must',
  },
  'share-alike': {
    fires: () => ({ pack: offered(licensed('CC-BY-SA-4.0'), 'CC-BY-4.0'), files: [clean] }),
    silent: () => ({ pack: offered(licensed('CC-BY-SA-4.0'), 'CC-BY-SA-4.0'), files: [clean] }),
    severity: 'must',
  },
  'little-changed': {
    fires: () => ({ pack: emptyPack() }),
    silent: () => ({ pack: puffinCatch() }),
    severity: 'must',
  },
  'terms-unknown': {
    fires: () => ({ pack: emptyPack(), ctx: { template: folderTemplate('') } }),
    silent: () => ({ pack: emptyPack(), ctx: { template: folderTemplate('MIT') } }),
    severity: 'should',
  },
  'template-older': {
    fires: () => ({ pack: { ...puffinCatch(), template: { id: 'windfall', version: '0.9' } } }),
    silent: () => ({ pack: puffinCatch() }),
    severity: 'know',
  },
  'outside-address': {
    fires: () => ({
      pack: puffinCatch(),
      ctx: { files: new Map([['index.html', strToU8('<script src="https://tracker.example/t.js"></script>')]]) },
    }),
    silent: () => ({
      pack: puffinCatch(),
      ctx: {
        files: new Map([
          [
            'index.html',
            strToU8('<svg xmlns="http://www.w3.org/2000/svg"><a href="credits.html">https://club.example</a></svg>'),
          ],
        ]),
      },
    }),
    severity: 'must',
  },
}
