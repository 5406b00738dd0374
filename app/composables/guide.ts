import type { GuideLine } from '@core/template/guide'
import { until, useMutationObserver } from '@vueuse/core'
import { nextTick, ref } from 'vue'
import { useBench } from '../stores/bench'
import { useDesk } from '../stores/desk'
import { useNotices } from '../stores/notices'
import { TOOLS, useWorkbench } from '../stores/workbench'

/** Desks and screens come by themselves; what has not come by then is not there. */
const WAIT_MS = 5000
/** Class of what is pointed at, until something is pressed. */
const POINTED = 'pointed'

/** Where to press, of what a line leads to: the act, the row, the part's own editor or row, or the screen itself. */
export function placesOf({ press, section, part, desk }: GuideLine): string[] {
  if (press !== undefined) return [`[data-act="${press}"]`]
  if (section !== undefined) return [`#label-${section}`]
  if (part !== undefined) return [`[data-at="${part}"]`, `[data-part="${part}"]`]
  return desk === undefined ? ['main h1'] : ['[data-testid^="desk-"] h2']
}

const visible = (found: Element | null): found is HTMLElement =>
  found instanceof HTMLElement && found.getClientRects().length > 0
const seek = (places: readonly string[]): HTMLElement | undefined =>
  places.map((place) => [...document.querySelectorAll(place)].find(visible)).find((found) => found !== undefined) as
    HTMLElement | undefined

/** The thing to press, as soon as it is on the page. */
async function awaited(places: readonly string[]): Promise<HTMLElement | undefined> {
  const found = ref(seek(places))
  if (found.value !== undefined) return found.value
  const { stop } = useMutationObserver(
    document.body,
    () => {
      found.value = seek(places)
    },
    { childList: true, subtree: true, attributes: true, attributeFilter: ['style', 'class', 'hidden'] },
  )
  await until(found).not.toBeUndefined({ timeout: WAIT_MS })
  stop()
  return found.value
}

/** Marks it, in sight and in hand, until the next press anywhere. */
export function pointAt(what: HTMLElement): void {
  for (const one of document.querySelectorAll(`.${POINTED}`)) one.classList.remove(POINTED)
  what.classList.add(POINTED)
  what.scrollIntoView({ block: 'nearest' })
  const inHand = what.matches('button, a, input, select, textarea')
    ? what
    : what.querySelector<HTMLElement>('button, a, input, select, textarea')
  inHand?.focus({ preventScroll: true })
  const away = () => {
    what.classList.remove(POINTED)
    for (const event of ['pointerdown', 'keydown'] as const) window.removeEventListener(event, away, { capture: true })
  }
  for (const event of ['pointerdown', 'keydown'] as const) window.addEventListener(event, away, { capture: true })
}

/** Opens what a line of the guide speaks of, and shows where to press. */
export function useGuide() {
  const router = useRouter()
  const bench = useBench()
  const desks = useDesk()
  const workbench = useWorkbench()
  const notices = useNotices()

  /** Takes the tool in hand that a desk is to open with; what a desk needs is fetched when it is opened. */
  async function inHand({ desk, tool }: GuideLine): Promise<void> {
    if (desk === 'sound') {
      const { SOUND_TOOLS, useSoundBench } = await import('../stores/sound-bench')
      const found = SOUND_TOOLS.find((one) => one === tool)
      if (found !== undefined) useSoundBench().tool = found
    } else if (desk === 'wording') {
      const { WORDING_TOOLS, useWording } = await import('../stores/wording')
      const found = WORDING_TOOLS.find((one) => one === tool)
      if (found !== undefined) useWording().tool = found
    }
  }

  /** False where what it leads to is not there. */
  async function follow(line: GuideLine): Promise<boolean> {
    const stop = line.stop ?? 'bench'
    await router.push(`/packs/${bench.pack?.id ?? ''}/${stop}`)
    if (line.part !== undefined) bench.select(line.part, line.entry ?? '')
    if (stop === 'bench') {
      const art = TOOLS.find((one) => one === line.tool)
      if (line.desk === 'art' && art !== undefined) workbench.show(art)
      else desks.show(line.desk ?? '')
      await inHand(line)
    }
    await nextTick()
    const found = await awaited(placesOf(line))
    if (found !== undefined) pointAt(found)
    else notices.say(`“${line.say}” leads to something that is not there in this game at present.`)
    return found !== undefined
  }

  return { follow }
}
