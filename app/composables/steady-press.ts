/** What can be pressed. */
const PRESSED = 'button, a[href], summary, label, [role="button"], [role="option"], [role="radio"], [role="tab"]'
/** CSS px the pointer may go between press and release: more is a drag. */
const STILL = 4

/**
 * Lets a press count that has begun: where something comes in above a button while it is held down, it is let go over
 * something else, and the browser gives the click to what lies around both. Here the one that was pressed gets it.
 */
export function steadyPresses(root: Document): void {
  let held: { element: HTMLElement; id: number; x: number; y: number } | null = null
  let mayCount = false
  const listen = <K extends keyof DocumentEventMap>(type: K, act: (event: DocumentEventMap[K]) => void) =>
    root.addEventListener(type, act, { capture: true })

  listen('pointerdown', ({ target, button, isPrimary, pointerId, clientX, clientY }) => {
    const element = target instanceof Element ? target.closest<HTMLElement>(PRESSED) : null
    held = element === null || button !== 0 || !isPrimary ? null : { element, id: pointerId, x: clientX, y: clientY }
    mayCount = false
  })
  listen('pointercancel', () => (held = null))
  listen('pointerup', ({ pointerId, clientX, clientY }) => {
    mayCount = held?.id === pointerId && Math.hypot(clientX - held.x, clientY - held.y) <= STILL
  })
  listen('click', (event) => {
    const pressed = held?.element
    held = null
    // By key, or by a script: nothing was held down.
    if (pressed === undefined || !mayCount || event.detail === 0) return
    if (!pressed.isConnected || (event.target instanceof Node && pressed.contains(event.target))) return
    event.stopImmediatePropagation()
    event.preventDefault()
    pressed.click()
  })
}
