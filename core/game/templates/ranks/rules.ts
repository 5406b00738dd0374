import { area, crumble, meets } from '../../crumble'
import { clearEvents } from '../../events'
import { judge } from '../../outcome'
import { agePops, pop } from '../../pops'
import { pickWeighted, roll, rolled } from '../../random'
import type { Ending, Pad, PlayFacts, Rules } from '../../rules'
import { numberOf, shapeAt, type Actor, type Setup } from '../../setup'
import { touches } from '../../shapes'
import type { StageShape } from '../../stage'
import { BITS, STEPS_PER_SECOND, type Input } from '../../types'
import { noShot, start } from './begin'
import { fireWait, gunner, march } from './march'
import { CROSSING, LINE, MOST_A_ROW, MOST_ROWS, placeOf, ranksPlan, ROWS, rowStart, shieldAt, SHIELDS_AT, THROUGH, WAVE, type RanksPlan } from './plan' // prettier-ignore
import { BURST_STEPS, draw } from './show'
import type { Foe, Ranks, Shot } from './state'

const MOST_LIVES = 9
const HURT_STEPS = 90
const FIRE_CLIP_STEPS = 10
const HURT_CLIP_STEPS = 30
/** Steps a gift quickens for, and its way down and that of those who come by. World units a step. */
const QUICK_STEPS = 8 * STEPS_PER_SECOND
const GIFT_SPEED = 3.2 / STEPS_PER_SECOND
const VISIT_SPEED = 2.2 / STEPS_PER_SECOND

function setClip(state: Ranks, clip: string): void {
  state.hero.clip = clip
  state.hero.clipStep = 0
}

/** From one thing on the stage to another: `touches` asks for the second one's place seen from the first one. */
function meet(plan: RanksPlan, first: Actor, clip: string, from: Shot, second: Actor, clip2: string, to: Shot): boolean {
  const da = to.a - from.a
  const dd = to.d - from.d
  const one = shapeAt(first, clip, from.age)
  const other = shapeAt(second, clip2, to.age)
  return plan.wide ? touches(one, other, dd, da) : touches(one, other, da, -dd)
}
/** Places of what is no shot, for `meet`. */
const here: Shot = noShot()
const there: Shot = noShot()
function put(place: Shot, a: number, d: number, age: number): Shot {
  place.a = a
  place.d = d
  place.age = age
  return place
}

function moveHero(state: Ranks, input: Input, plan: RanksPlan): void {
  const hero = state.hero
  const pointer = (input.bits & BITS.pointer) !== 0
  const up = (input.bits & BITS.up) !== 0
  const down = (input.bits & BITS.down) !== 0
  let way = plan.wide ? (up === down ? 0 : up ? -1 : 1) : input.axis
  let by = plan.speed
  if (way === 0 && pointer && input.px >= 0) {
    const want = (plan.wide ? input.py : input.px) / 100 - hero.a
    way = want < 0 ? -1 : 1
    by = Math.min(plan.speed, Math.abs(want))
  }
  hero.a = Math.max(plan.from, Math.min(plan.to, hero.a + way * by))
  hero.clipStep++
  if (hero.hurt > 0) hero.hurt--
  if (hero.wait > 0) hero.wait--
  if (hero.quick > 0) hero.quick--
  if (hero.clipStep > (hero.clip === 'hurt' ? HURT_CLIP_STEPS : FIRE_CLIP_STEPS) && hero.clip !== 'stand')
    setClip(state, 'stand')
  const fires = pointer || (input.bits & BITS.confirm) !== 0 || (!plan.wide && up)
  if (!fires || hero.wait > 0) return
  for (let i = 0; i < state.shots.length; i++) {
    const shot = state.shots[i]!
    if (shot.live) continue
    shot.live = true
    shot.a = hero.a
    shot.d = LINE + (plan.wide ? plan.hero.width : plan.hero.height) / 2
    shot.age = 0
    hero.wait = Math.max(1, Math.round(hero.quick > 0 ? plan.rate / 2 : plan.rate))
    if (hero.clip !== 'hurt') setClip(state, 'fire')
    state.events.push('fire-sound')
    return
  }
}

function hurt(state: Ranks, lives: number, cause: string): void {
  state.lives = Math.max(0, state.lives - lives)
  state.hero.hurt = HURT_STEPS
  state.cause = cause
  setClip(state, 'hurt')
}

/** Whether something at a place is stopped by a shield, which loses what was hit. */
function bitten(state: Ranks, plan: RanksPlan, actor: Actor, clip: string, at: Shot, radius: number): boolean {
  const shape = shapeAt(actor, clip, at.age)
  for (let i = 0; i < state.shields.length; i++) {
    const shield = state.shields[i]!
    if (!shield.live) continue
    const x = plan.wide ? at.d - SHIELDS_AT : at.a - shield.a
    const y = plan.wide ? at.a - shield.a : SHIELDS_AT - at.d
    area[0] = x + shape.left
    area[1] = y + shape.top
    area[2] = x + shape.right
    area[3] = y + shape.bottom
    if (!meets(plan.grain, shield.cells)) continue
    area[0] = x
    area[1] = y
    area[2] = radius
    const gone = crumble(plan.grain, shield.cells, ++state.bites)
    shield.gone += gone
    if (shield.gone >= plan.grain.cells) shield.live = false
    // What is just met at its very edge loses nothing, and is not stopped by it.
    if (gone > 0) return true
  }
  return false
}

function fell(state: Ranks, plan: RanksPlan, foe: Foe): void {
  if (--foe.hits > 0) return void state.events.push('hard-sound')
  const row = placeOf(plan, foe.row, foe.index)!
  foe.burst = BURST_STEPS
  foe.live = false
  state.rows[foe.row]!.left--
  state.left--
  state.felled++
  state.score = Math.max(0, state.score + row.points)
  popAt(state, plan, foe, row.points)
  state.events.push('burst-sound')
}

function popAt(state: Ranks, plan: RanksPlan, at: { a: number; d: number }, points: number): void {
  if (points === 0) return
  if (plan.wide) pop(state.pops, at.d, at.a, points)
  else pop(state.pops, at.a, plan.far - at.d, points)
}

function moveShots(state: Ranks, plan: RanksPlan): void {
  for (let i = 0; i < state.shots.length; i++) {
    const shot = state.shots[i]!
    if (!shot.live) continue
    shot.d += plan.shotSpeed
    shot.age++
    if (shot.d > plan.far + 1) shot.live = false
    else if (!plan.passes && bitten(state, plan, plan.shot, 'fly', shot, plan.bite)) {
      shot.live = false
      state.events.push('crumble-sound')
    } else strike(state, plan, shot)
  }
}

function strike(state: Ranks, plan: RanksPlan, shot: Shot): void {
  for (let i = 0; i < state.foes.length; i++) {
    const foe = state.foes[i]!
    if (!foe.live || foe.d - shot.d > 3 || shot.d - foe.d > 3) continue
    const row = placeOf(plan, foe.row, foe.index)
    if (row === null) continue
    if (!meet(plan, plan.shot, 'fly', shot, row.actor, 'move', put(there, foe.a, foe.d, state.step + foe.index * 7))) continue
    shot.live = false
    fell(state, plan, foe)
    return
  }
  const visitor = state.visitor
  const actor = visitor.live ? plan.visitorsById.get(visitor.entry) : undefined
  if (actor === undefined) return
  if (!meet(plan, plan.shot, 'fly', shot, actor, 'move', put(there, visitor.a, CROSSING, visitor.age))) return
  shot.live = false
  visitor.live = false
  const points = numberOf(actor, 'points')
  state.score = Math.max(0, state.score + points)
  popAt(state, plan, there, points)
  state.events.push('burst-sound')
  const does = plan.giftFor.get(visitor.entry) ?? 'none'
  if (does === 'none') return
  state.gift.live = true
  state.gift.does = does
  state.gift.a = Math.max(plan.from, Math.min(plan.to, visitor.a))
  state.gift.d = CROSSING
  state.gift.age = 0
}

function moveDrops(state: Ranks, plan: RanksPlan): void {
  const hero = state.hero
  put(here, hero.a, LINE, hero.clipStep)
  for (let i = 0; i < state.drops.length; i++) {
    const drop = state.drops[i]!
    if (!drop.live) continue
    drop.d -= plan.dropSpeed
    drop.age++
    if (drop.d < -1) drop.live = false
    else if (bitten(state, plan, plan.drop, 'fly', drop, plan.bite)) {
      drop.live = false
      state.events.push('crumble-sound')
    } else if (hero.hurt === 0 && meet(plan, plan.hero, hero.clip, here, plan.drop, 'fly', drop)) {
      drop.live = false
      hurt(state, 1, 'what they throw')
      state.events.push('hit-sound')
    }
  }
}

/** Foes that have come as far as shields gnaw at them; those at the line are through. */
function arrive(state: Ranks, plan: RanksPlan): void {
  for (let i = 0; i < state.foes.length; i++) {
    const foe = state.foes[i]!
    if (foe.burst > 0) foe.burst--
    if (!foe.live || foe.d > SHIELDS_AT + 2) continue
    const row = placeOf(plan, foe.row, foe.index)
    if (row === null) continue
    const size = Math.min(row.actor.width, row.actor.height) / 2
    if (state.step % 6 === foe.index % 6 && bitten(state, plan, row.actor, 'move', put(there, foe.a, foe.d, state.step), size))
      state.events.push('crumble-sound')
    if (foe.d > THROUGH) continue
    foe.live = false
    state.rows[foe.row]!.left--
    state.left--
    if (row.harm > 0) hurt(state, row.harm, row.name)
    state.events.push('through-sound')
  }
}

function fire(state: Ranks, plan: RanksPlan): void {
  if (plan.foeFire <= 0 || --state.fireIn > 0) return
  roll(state)
  const foe = gunner(state, plan, rolled[0]!)
  roll(state)
  state.fireIn = fireWait(plan, rolled[0]!)
  if (foe === null) return
  for (let i = 0; i < state.drops.length; i++) {
    const drop = state.drops[i]!
    if (drop.live) continue
    drop.live = true
    drop.a = foe.a
    drop.d = foe.d - 0.4
    drop.age = 0
    state.events.push('throw-sound')
    return
  }
}

function visit(state: Ranks, plan: RanksPlan): void {
  const visitor = state.visitor
  if (visitor.live) {
    visitor.a += visitor.way * VISIT_SPEED
    visitor.age++
    if (visitor.a < -1 || visitor.a > plan.to + 1.7) visitor.live = false
    return
  }
  if (plan.visitEvery <= 0 || --state.visitIn > 0) return
  const index = pickWeighted(state, plan.visitorsOften)
  state.visitIn = Math.round(plan.visitEvery)
  if (index < 0) return
  roll(state)
  visitor.live = true
  visitor.entry = plan.visitors[index]!.id
  visitor.way = rolled[0]! < 0.5 ? 1 : -1
  visitor.a = visitor.way > 0 ? -0.9 : plan.to + 1.6
  visitor.age = 0
  state.events.push('visit-sound')
}

function bring(state: Ranks, plan: RanksPlan): void {
  const { gift, hero } = state
  if (!gift.live) return
  gift.d -= GIFT_SPEED
  gift.age++
  if (gift.d < -1) gift.live = false
  put(here, hero.a, LINE, hero.clipStep)
  put(there, gift.a, gift.d, gift.age)
  if (!gift.live || !meet(plan, plan.hero, hero.clip, here, plan.gift, 'shown', there)) return
  gift.live = false
  if (gift.does === 'life') state.lives = Math.min(MOST_LIVES, state.lives + 1)
  else if (gift.does === 'quick') hero.quick = QUICK_STEPS
  else mend(state, plan)
  state.events.push('gift-sound')
}

function mend(state: Ranks, plan: RanksPlan): void {
  for (let i = 0; i < state.shields.length; i++) {
    const shield = state.shields[i]!
    for (let k = 0; k < plan.grain.full.length; k++) shield.cells[k] = plan.grain.full[k]!
    shield.gone = 0
    shield.live = i < plan.shields && plan.grain.cells > 0
  }
}

function step(state: Ranks, input: Input, setup: Setup): void {
  clearEvents(state.events)
  if (state.outcome !== 'playing') return
  const plan = ranksPlan(setup)
  state.step++
  moveHero(state, input, plan)
  march(state, plan)
  fire(state, plan)
  visit(state, plan)
  moveShots(state, plan)
  moveDrops(state, plan)
  bring(state, plan)
  arrive(state, plan)
  agePops(state.pops)
  judge(state, state.left <= 0 && state.lives > 0, state.lives <= 0)
}

function ending(state: Ranks, setup: Setup): Ending {
  const plan = ranksPlan(setup)
  const at = plan.wide ? { x: LINE, y: state.hero.a } : { x: state.hero.a, y: plan.far - LINE }
  return { cause: state.outcome === 'won' ? 'the goal' : state.cause, ...at }
}

/** Rows that are gone go, more or fewer come into a row, and shields of another drawing stand whole again. */
function adopt(state: Ranks, before: Setup, after: Setup): void {
  const plan = ranksPlan(after)
  const old = ranksPlan(before)
  const there = state.rows.map(({ entry, d, left }) => ({ entry, d, left }))
  const foes = state.foes.filter(({ live, burst }) => live || burst > 0).map((foe) => ({ ...foe, entry: placeOf(old, foe.row, foe.index)?.actor.id ?? '' }))
  const nearest = Math.min(rowStart(0), ...there.filter(({ left }) => left > 0).map(({ d }, i) => d - (rowStart(i) - rowStart(0))))
  for (const foe of state.foes) foe.live = false
  state.rows.forEach((row, i) => {
    const entry = plan.rows[i] ?? ''
    const was = there.find((one) => one.entry === entry && entry !== '')
    row.entry = entry
    row.d = was?.d ?? nearest + rowStart(i) - rowStart(0)
    row.left = 0
  })
  for (let row = 0; row < plan.rows.length; row++)
    for (let index = 0; index < plan.perRow; index++) {
      const own = placeOf(plan, row, index)
      if (own === null) continue
      const { actor, hardness } = own
      // A whole row may come on in another place than before; who was laid stands where they were laid.
      const same = (of: number) => !plan.laid || of === row
      const was = foes.find((one) => one.entry === actor.id && one.index === index && same(one.row))
      const isNew = !old.rows.some((_, r) => same(r) && placeOf(old, r, index)?.actor.id === actor.id)
      const foe = state.foes[row * MOST_A_ROW + index]!
      foe.row = row
      foe.index = index
      foe.live = was?.live ?? isNew
      foe.burst = was?.burst ?? 0
      foe.hits = Math.max(1, Math.min(hardness, was?.hits ?? hardness))
      foe.a = was?.a ?? 0
      foe.d = was?.d ?? 0
      if (foe.live) state.rows[row]!.left++
    }
  state.left = state.rows.reduce((sum, { left }) => sum + left, 0)
  state.count = Math.max(plan.count, state.left)
  if (!plan.visitorsById.has(state.visitor.entry)) state.visitor.live = false
  state.visitIn = Math.min(state.visitIn, Math.max(1, Math.round(plan.visitEvery)))
  const sameShield = JSON.stringify(plan.grain) === JSON.stringify(old.grain)
  state.shields.forEach((shield, i) => {
    shield.a = shieldAt(plan, i)
    if (sameShield) {
      shield.live = i < plan.shields && shield.gone < plan.grain.cells
      return
    }
    shield.cells = [...plan.grain.full]
    shield.gone = 0
    shield.live = i < plan.shields && plan.grain.cells > 0
  })
  state.hero.a = Math.max(plan.from, Math.min(plan.to, state.hero.a))
  march(state, plan)
}

function facts(setup: Setup): PlayFacts {
  const { count, perRow, rows, places, laid } = ranksPlan(setup)
  const all = setup.casts[ROWS] ?? []
  const unmet = laid
    ? all.filter(({ id }) => !places.some((one) => one?.actor.id === id)).map(({ id }) => ({ id, because: 'It stands nowhere in the wave.' }))
    : all.slice(MOST_ROWS).map(({ id }) => ({ id, because: `Only the first ${MOST_ROWS} rows come on.` }))
  const come = laid ? `${count} come on as they were laid` : `${rows.length} rows of ${perRow} come on`
  const because = count === 0 ? 'There is no row of foes.' : `${come}; all of them have to go.`
  return { goal: Math.max(1, count), dial: laid ? WAVE : 'per-row', reachable: count, because, aim: `${count} foes`, unmet: unmet.map(({ id, because }) => ({ part: ROWS, entry: id, because })) }
}

function values(state: Ranks): Record<string, number> {
  const { score, count, felled, left, lives } = state
  return { score, goal: count, felled, left, lives }
}

/** Along the hero's line, and one that fires. */
const pads = (shape: StageShape): readonly Pad[] => (shape === 'wide' ? ['up', 'down', 'act'] : ['left', 'right', 'act'])

export const rules: Rules<Ranks> = {
  ...{ id: 'ranks', pads, start, step, draw, adopt, facts, values, ending },
  carried: ({ lives }) => ({ lives }),
}
