import { test as plain, type Page } from '@playwright/test'
import { go } from './e2e'

/**
 * Tests that want a bench and nothing of a browser that is new: one tab for all of them that a worker runs, as of
 * somebody who never closes it. Each begins on a pack of its own (`demoDesk`); loading the page is done once.
 */
export const test = plain.extend<object, { tab: Page }>({
  tab: [
    async ({ browser }, use, { project }) => {
      const { baseURL, viewport } = project.use
      const context = await browser.newContext({ baseURL, viewport })
      await use(await context.newPage())
      await context.close()
    },
    { scope: 'worker' },
  ],
  page: async ({ tab }, use, info) => {
    await use(tab)
    // What failed is looked at as it is; the next test gets a tab of its own then.
    if (info.status !== info.expectedStatus) return
    // What is open is saved and put away, and the stage with it.
    await tab.mouse.move(0, 0)
    await go(tab, '/packs/put-away/check')
    await tab.getByRole('heading', { name: 'This pack is not in this browser' }).waitFor()
    // What was said of the last one is not read as said of the next.
    await tab.locator('.toast button').evaluateAll((buttons) => buttons.forEach((one) => (one as HTMLElement).click()))
    await tab.getByTestId('notice').waitFor({ state: 'hidden' })
  },
})
