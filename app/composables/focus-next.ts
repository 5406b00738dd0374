import { nextTick } from 'vue'

/** Puts the focus into what a press has just added or chosen, so that typing goes there. */
export async function focusNext(selector: string): Promise<void> {
  await nextTick()
  const found = [...document.querySelectorAll<HTMLElement>(selector)].at(-1)
  found?.focus()
  if (found instanceof HTMLTextAreaElement || found instanceof HTMLInputElement) found.select()
}
