import { beyond, middleOf, type Standing } from '../../art/beyond'
import type { Rect } from '../../art/pixels'
import { canvasHeight, canvasWidth } from '../../game/clips'
import { rulesFor } from '../../game/registry'
import type { Entry, PlayFacts, SpotPlace } from '../../game/rules'
import type { Point } from '../../game/types'
import { drawingIn } from '../../kinds'
import type { SpriteContent } from '../../kinds/drawing'
import type { Command } from '../../pack/commands'
import { contentOf } from '../../pack/pack'
import { MOMENT_SEED } from '../finding'
import { wholePart } from '../../template/uses'
import { factsOf, levelsIn } from '../levels'
import { firstAsset, firstBox, firstFrame, replaceSprite, type CheckContext, type Rule } from '../rule'
import { pixelsOfSprite } from '../sprite-rule'
import { LIMITS } from '../thresholds'

type Hides = NonNullable<PlayFacts['hides']>[number] & { level: number }
/** What is to be hidden behind what, with the parts as they are in each level, each once. */
function hidesIn(ctx: CheckContext): Hides[] {
  const all = levelsIn(ctx).flatMap((level, index) => {
    const here = ({ part, entry }: Entry): Entry => ({ part: level.part(part), entry })
    return (factsOf(level).hides ?? []).map(({ thing, behind, place, seen }) => ({
      ...{ thing: here(thing), behind: here(behind), place: level.part(place), seen, level: index },
    }))
  })
  const key = ({ thing, behind, place }: Hides) => JSON.stringify([thing, behind, place])
  return all.filter((one, i) => all.findIndex((other) => key(other) === key(one)) === i)
}
const hidesOf = (ctx: CheckContext, part: string | undefined): Hides[] =>
  hidesIn(ctx).filter(({ thing }) => thing.part === part)

const sprite = (ctx: CheckContext, { part, entry }: Entry): SpriteContent | undefined =>
  drawingIn(contentOf(ctx.pack, ctx.template, part), entry)?.sprite
const placeOf = (ctx: CheckContext, part: string) => {
  const content = contentOf(ctx.pack, ctx.template, part)
  return content?.kind === 'spot' ? { x: content.x, y: content.y } : { x: 0, y: 0 }
}

async function standing(ctx: CheckContext, at: Entry, x: number, y: number): Promise<Standing | null> {
  const own = sprite(ctx, at)
  const of = own === undefined ? null : await pixelsOfSprite(ctx, own)
  return own === undefined || of === null ? null : { sprite: own, of, x, y }
}

interface Pair {
  thing: Standing
  behind: Standing
}
async function pairOf(ctx: CheckContext, hides: Hides): Promise<Pair | null> {
  const { x, y } = placeOf(ctx, hides.place)
  const thing = await standing(ctx, hides.thing, x, y)
  const behind = await standing(ctx, hides.behind, 0, 0)
  return thing === null || behind === null ? null : { thing, behind }
}

/** From where its place counts in the moment that is shown. */
function startOf(ctx: CheckContext, { level }: Hides): SpotPlace | undefined {
  const { setup } = levelsIn(ctx)[level]!
  const rules = rulesFor(setup.doc.template.id)
  return rules.spots?.(rules.start(setup, MOMENT_SEED), setup)[0]
}

/** Where on the stage it shows, 0 to 1; null where the rules do not say from where it counts. */
function boxOnStage(ctx: CheckContext, hides: Hides, { sprite: own, x, y }: Standing, box: Rect): Rect | null {
  const { setup } = levelsIn(ctx)[hides.level]!
  const place = startOf(ctx, hides)
  if (place === undefined) return null
  const frame = firstFrame(own)
  const high = own.height * place.scale
  const wide = (high * canvasWidth(own, frame)) / canvasHeight(own, frame)
  const left = place.x + x * place.scale + (box.x - own.pivot.x) * wide
  const top = place.y + y * place.scale + (box.y - own.pivot.y) * high
  const { width, height } = setup.stage
  return { x: left / width, y: top / height, w: (box.w * wide) / width, h: (box.h * high) / height }
}

const SIZES = Array.from({ length: 17 }, (_, i) => 1 - i * 0.05)
const tidy = (value: number): number => Math.round(value * 100) / 100

/** What is meant to be hidden sticks out of what it is under, so everybody knows where it is. */
export const seenBeside: Rule = {
  id: 'seen-beside',
  severity: 'should',
  engine: true,
  about: 'What is to be hidden is larger than what hides it, or lies beside it.',
  subjects: (ctx) => [...new Set(hidesIn(ctx).map(({ thing }) => thing.part))].map((part) => ({ part })),
  reads: (ctx, { part }) =>
    hidesOf(ctx, part).map((one) => [
      ...[one, sprite(ctx, one.thing), sprite(ctx, one.behind), placeOf(ctx, one.place), startOf(ctx, one)],
    ]),
  async run(ctx, { part }) {
    let worst = { share: 0, box: { x: 0, y: 0, w: 0, h: 0 } }
    let found: { hides: Hides; pair: Pair } | null = null
    for (const hides of hidesOf(ctx, part)) {
      const pair = await pairOf(ctx, hides)
      const out = pair === null ? worst : beyond(pair.thing, pair.behind)
      if (pair === null || out.share <= worst.share) continue
      worst = out
      found = { hides, pair }
    }
    if (found === null || worst.share <= LIMITS.seenBeside) return []
    const name = (at: Entry): string =>
      drawingIn(contentOf(ctx.pack, ctx.template, at.part), at.entry)?.name ||
      (ctx.template.parts.find(({ id }) => id === at.part)?.name ?? at.part)
    const own = found.pair.thing.sprite
    const box = boxOnStage(ctx, found.hides, found.pair.thing, worst.box)
    return [
      {
        facts: {
          name: name(found.hides.thing),
          behind: name(found.hides.behind),
          percent: Math.max(1, Math.round(worst.share * 100)),
        },
        evidence:
          box === null
            ? { kind: 'picture', asset: firstAsset(own), frame: firstBox(own), boxes: [worst.box], shape: [] }
            : { kind: 'moment', level: found.hides.level, step: found.hides.seen, box },
      },
    ]
  },
  /** As large as all that hide it can hide: where it lies, or in the middle of the first of them. */
  async fix(ctx, { subject }) {
    const all = hidesOf(ctx, subject.part)
    const pairs = (await Promise.all(all.map((one) => pairOf(ctx, one)))).filter((pair) => pair !== null)
    const [first] = pairs
    if (first === undefined) return null
    const { place } = all[0]!
    const own = first.thing.sprite
    const limits = ctx.template.parts.find(({ id }) => id === wholePart(place))?.spot
    for (const size of SIZES) {
      const sprite = { ...own, height: tidy(own.height * size) }
      const hiddenAt = (at: Point) =>
        pairs.every(({ thing, behind }) => beyond({ ...thing, sprite, ...at }, behind).share <= LIMITS.seenBeside)
      const resize = replaceSprite(ctx, subject, sprite)
      if (hiddenAt(first.thing)) return { name: 'Make it as small as what hides it', command: resize, bytes: {} }
      if (limits === undefined) continue
      const [from, to] = [middleOf({ ...first.thing, sprite, x: 0, y: 0 }), middleOf(first.behind)]
      const held = (axis: 'x' | 'y') =>
        tidy(Math.max(limits.least[axis], Math.min(limits.most[axis], to[axis] - from[axis])))
      const at = { x: held('x'), y: held('y') }
      if (!hiddenAt(at)) continue
      const move: Command = { type: 'set-part', part: place, content: { kind: 'spot', ...at } }
      const command: Command = size === 1 ? move : { type: 'all', commands: [resize, move] }
      return { name: 'Put it under what hides it', command, bytes: {} }
    }
    return null
  },
}
