import { Figures, NewInvite, OwnerView, PostingView, type DayFigures } from '@core/posting/protocol'
import type { Visibility } from '@core/label/label'
import type { PostingRecord } from '@core/pack/posting-record'
import { defineStore } from 'pinia'
import { computed, shallowRef, watch } from 'vue'
import * as z from 'zod'
import { call } from './arcade-client'
import { useAttempt } from './attempt'
import { useBench } from './bench'
import { useNotices } from './notices'

/** The game of the pack on the bench at the arcade: what its maker sees and may do there. */
export const usePostedGame = defineStore('posted-game', () => {
  const bench = useBench()
  const notices = useNotices()
  const attempt = useAttempt()
  /** How it stands with the game at the arcade; null before it is asked, or when it cannot be reached. */
  const owner = shallowRef<OwnerView | null>(null)
  /** Its last posting as the arcade has it; null before it is asked. */
  const current = shallowRef<PostingView | null>(null)
  const last = computed((): PostingRecord | null => bench.pack?.postings.at(-1) ?? null)
  /** The game these postings belong to; null before the first. */
  const game = computed(() => last.value?.game ?? null)
  const liveRecord = computed(
    () =>
      [...(bench.pack?.postings ?? [])]
        .reverse()
        .find((one) => one.state === 'live' && one.game === last.value?.game) ?? null,
  )

  const gamePath = (rest = '') => `/api/arcade/games/${game.value ?? ''}${rest}`

  /** Takes over what the arcade says of the game: which release is live counts for every record in the pack. */
  function takeOwner(view: OwnerView): void {
    owner.value = view
    const stateOf = (one: PostingRecord): PostingRecord['state'] =>
      one.release === view.live ? 'live' : one.state === 'live' ? 'withdrawn' : one.state
    const { pack } = bench
    if (pack === null) return
    const postings = pack.postings.map((one) =>
      one.game === view.game
        ? { ...one, state: stateOf(one), visibility: view.visibility, postcode: view.postcode, link: view.link }
        : one,
    )
    const same = postings.every((one, i) => {
      const old = pack.postings[i]!
      return one.state === old.state && one.visibility === old.visibility && one.link === old.link
    })
    if (!same) bench.record((now) => ({ ...now, postings }))
  }

  async function ask(): Promise<void> {
    if (game.value === null) return
    const view = await call(gamePath('/owner'), OwnerView).catch(() => null)
    if (view !== null) takeOwner(view)
  }

  async function setVisibility(visibility: Visibility): Promise<boolean> {
    if (game.value === null) return false
    const body = JSON.stringify({ visibility })
    const view = await attempt(() => call(gamePath('/visibility'), OwnerView, { method: 'PUT', body }))
    if (view === null) return false
    takeOwner(view)
    bench.record((pack) => ({ ...pack, label: { ...pack.label, visibility } }))
    return true
  }

  /** Puts a release that was cleared before back, or with 0 takes the game off. */
  async function setLive(release: number): Promise<void> {
    const body = JSON.stringify({ release })
    const view = await attempt(() => call(gamePath('/live'), OwnerView, { method: 'PUT', body }))
    if (view === null) return
    takeOwner(view)
    notices.say(
      release === 0 ? 'The game is off the arcade. Its link waits for you.' : `Release ${release} is played now.`,
    )
    const record = last.value
    if (record !== null) current.value = await call(`/api/arcade/postings/${record.id}`, PostingView).catch(() => null)
  }

  /** For good: the arcade forgets the game, the pack keeps what it says of its postings. */
  async function deleteGame(): Promise<void> {
    const gone = await attempt(() => call(gamePath(), z.object({ ok: z.boolean() }), { method: 'DELETE' }))
    if (gone === null) return
    const id = game.value
    bench.record((pack) => ({ ...pack, postings: pack.postings.filter((one) => one.game !== id) }))
    owner.value = null
    current.value = null
    notices.say('The game is deleted at the arcade. The pack is as it was.')
  }

  async function invite(name: string): Promise<string | null> {
    const body = JSON.stringify({ name })
    const made = await attempt(() => call(gamePath('/invites'), NewInvite, { method: 'POST', body }))
    if (made === null) return null
    await ask()
    return `${window.location.origin}/arcade/invite/${last.value!.postcode.toLowerCase()}/${made.key}`
  }

  async function revoke(id: string): Promise<void> {
    const view = await attempt(() => call(gamePath(`/invites/${id}`), OwnerView, { method: 'DELETE' }))
    if (view !== null) takeOwner(view)
  }

  const figures = () => attempt(() => call(gamePath('/figures'), Figures))
  /** Figures of any game of this browser; none where they cannot be had, without a word. */
  const figuresOf = ({ game: id }: Pick<PostingRecord, 'game'>): Promise<DayFigures[]> =>
    call(`/api/arcade/games/${id}/figures`, Figures).then(
      ({ days }) => days,
      () => [],
    )
  const emails = () =>
    attempt(() =>
      call(gamePath('/emails'), z.object({ emails: z.array(z.object({ email: z.string(), until: z.string() })) })),
    )

  async function titleTaken(title: string): Promise<boolean> {
    const query = new URLSearchParams({ title, game: game.value ?? '' })
    const answer = await fetch(`/api/arcade/titles?${query.toString()}`).catch(() => null)
    const read = z.object({ taken: z.boolean() }).safeParse(await answer?.json().catch(() => null))
    return read.success && read.data.taken
  }

  watch(
    () => bench.pack?.id,
    () => {
      owner.value = null
      current.value = null
    },
  )

  return {
    ...{ owner, current, last, game, liveRecord, ask, setVisibility, setLive, deleteGame, invite, revoke },
    ...{ figures, figuresOf, emails, titleTaken },
  }
})
