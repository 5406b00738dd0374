import type { BrowserContext, Page } from '@playwright/test'
import type { Upload } from './e2e'

/** What a hand does: presses of the pointer, keys that are not typing, files that are chosen. */
export interface Hand {
  presses(): number
  /** Choosing files is two: the button, and the choice in the system's window. */
  choose(page: Page, testId: string, files: Upload | Upload[] | string): Promise<void>
}

/** Counts the presses of a walk in all its pages. Letters that are typed into a field are no presses. */
export async function countPresses(context: BrowserContext): Promise<Hand> {
  let count = 0
  await context.exposeBinding('__pressed', () => void count++)
  await context.addInitScript(() => {
    const pressed = () => (window as unknown as { __pressed(): void }).__pressed()
    window.addEventListener('pointerdown', pressed, true)
    window.addEventListener(
      'keydown',
      (event) => {
        const field = (event.target as HTMLElement | null)?.matches?.('input:not([type=range]), textarea') ?? false
        if (field && event.key.length === 1 && !event.ctrlKey) return
        if (!['Shift', 'Control', 'Alt', 'Meta'].includes(event.key)) pressed()
      },
      true,
    )
  })
  return {
    presses: () => count,
    async choose(page, testId, files) {
      count += 2
      await page.getByTestId(testId).setInputFiles(files)
    },
  }
}
