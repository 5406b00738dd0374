import { computed, nextTick, ref, type Ref } from 'vue'

/** CSS px a px of a drawing may have. */
const STEPS = [0.125, 0.25, 0.5, 1, 2, 3, 4, 6, 8, 12, 16, 24, 32, 48] as const
/** From here on every px of a drawing has its own square. */
export const GRID_FROM = 8

/**
 * How large a drawing is shown in a room that scrolls: as it fits, or by steps. Ctrl and the wheel change it where the
 * pointer is (the wheel alone where there is nothing to scroll), and so do + and -; 0 fits.
 */
export function useZoom(fit: () => number, room: Ref<HTMLElement | null>) {
  const wanted = ref<number | null>(null)
  const zoom = computed(() => wanted.value ?? fit())
  async function to(next: number | null, at?: { x: number; y: number }): Promise<void> {
    const before = zoom.value
    wanted.value = next
    const box = room.value
    if (box === null) return
    const x = at === undefined ? box.clientWidth / 2 : at.x - box.getBoundingClientRect().left
    const y = at === undefined ? box.clientHeight / 2 : at.y - box.getBoundingClientRect().top
    const k = zoom.value / before
    const [left, top] = [(box.scrollLeft + x) * k - x, (box.scrollTop + y) * k - y]
    await nextTick()
    box.scrollLeft = left
    box.scrollTop = top
  }
  function step(by: 1 | -1, at?: { x: number; y: number }): void {
    const now = zoom.value
    const next = by > 0 ? STEPS.find((one) => one > now * 1.01) : [...STEPS].reverse().find((one) => one < now * 0.99)
    if (next !== undefined) void to(next, at)
  }
  function wheel(event: WheelEvent): void {
    const box = room.value
    const scrolls = box !== null && (box.scrollHeight > box.clientHeight + 1 || box.scrollWidth > box.clientWidth + 1)
    if (!event.ctrlKey && !event.metaKey && scrolls) return
    event.preventDefault()
    step(event.deltaY < 0 ? 1 : -1, { x: event.clientX, y: event.clientY })
  }
  /** True when the key was one of these. */
  function key(event: KeyboardEvent): boolean {
    if (event.ctrlKey || event.metaKey || event.altKey) return false
    if (event.key === '+' || event.key === '=') step(1)
    else if (event.key === '-') step(-1)
    else if (event.key === '0') void to(null)
    else return false
    event.preventDefault()
    return true
  }
  return { zoom, fitted: computed(() => wanted.value === null), step, fit: () => to(null), wheel, key }
}
