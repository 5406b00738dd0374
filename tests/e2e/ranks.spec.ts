import { expect, type Page } from '@playwright/test'
import { encodePng } from '../../core/art/png'
import type { Pixels } from '../../core/art/pixels'
import { canvasOf, choosePart, freshPack, swapByButton, upload } from '../support/e2e'
import { test } from '../support/one-tab'

/** A gate in a colour that nothing else has: two posts and a lintel, with a hole that is seen through. */
function gate(): Pixels {
  const [width, height] = [40, 32]
  const data = new Uint8ClampedArray(width * height * 4)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (y < 12 || x < 12 || x >= 28) data.set([255, (x * 7 + y * 3) % 12, 255, 255], (y * width + x) * 4)
  return { width, height, data }
}

/** px of the stage in the gate's colour. */
const inGates = (page: Page): Promise<number> =>
  canvasOf(page).evaluate((canvas: HTMLCanvasElement) => {
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height)
    let count = 0
    for (let i = 0; i < data.length; i += 4) if (data[i]! > 240 && data[i + 1]! < 24 && data[i + 2]! > 240) count++
    return count
  })

test('shields from a picture of one’s own crumble as it is drawn, and stand whole again from the start', async ({
  page,
}) => {
  await freshPack(page, 'ranks')
  await choosePart(page, 'shield')
  await swapByButton(page, 'shield', upload('my gate.png', 'image/png', encodePng(gate())))
  await page.getByRole('button', { name: 'From the start' }).click()
  await expect.poll(() => inGates(page)).toBeGreaterThan(300)
  const whole = await inGates(page)
  // What is thrown at them takes pieces out; the rest stays where it is.
  await expect.poll(() => inGates(page)).toBeLessThan(whole * 0.97)
  expect(await inGates(page)).toBeGreaterThan(whole * 0.2)
  await page.getByRole('button', { name: /^Freeze/ }).click()
  await page.getByRole('button', { name: 'From the start' }).click()
  await expect.poll(() => inGates(page)).toBeGreaterThan(whole * 0.98)
})
