import { expect } from '@playwright/test'
import { unzipSync } from 'fflate'
import { readFileSync } from 'node:fs'
import type { GameDoc } from '../../core/game/types'
import { decodeSound } from '../../core/sound/decode'
import { loudnessOf } from '../../core/sound/loudness'
import { durationOf, measure } from '../../core/sound/samples'
import { clickOf } from '../../core/sound/seam'
import { tone } from '../support/fixtures'
import { choosePart, demoBench, go, saved, stageReady, swapByButton, upload } from '../support/e2e'
import { test } from '../support/one-tab'
import { soundFixture } from '../support/sounds'
import type { Page } from '@playwright/test'

const wav = (name: string, made: { bytes: Uint8Array }) => upload(name, 'audio/wav', made.bytes)

/** Builds the parcel of the open pack by the real buttons, and opens it. */
async function parcelOf(page: Page): Promise<{ doc: GameDoc; files: Record<string, Uint8Array> }> {
  await saved(page)
  await go(page, 'post')
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByTestId('game-files').click()])
  const files = unzipSync(new Uint8Array(readFileSync((await download.path())!)))
  return { files, doc: JSON.parse(new TextDecoder().decode(files['game.json'])) as GameDoc }
}
/** What a part really sounds like in a parcel. */
async function heardIn(page: Page, kind: 'sound' | 'music', part: string) {
  const { doc, files } = await parcelOf(page)
  const sound = doc.parts[kind]![part]!
  const asset = doc.assets[sound.asset!]!
  return { sound, asset, samples: await decodeSound(files[asset.file]!, asset.mime as 'audio/ogg') }
}

async function workOn(page: Page, part: string): Promise<void> {
  await choosePart(page, part)
  await page.locator('[data-act="work-on-sound"]').click()
  await expect(page.getByTestId('desk-sound').getByText(/LUFS/).first()).toBeVisible()
}

test('a FLAC becomes the catch sound, and the parcel holds it, small, without its tags', async ({ page }) => {
  await demoBench(page)
  await swapByButton(page, 'catch-sound', upload('fog.flac', 'audio/flac', soundFixture('fog.flac')))
  await expect(page.getByTestId('inspector').getByText('fog.flac').first()).toBeVisible()
  const { asset, samples } = await heardIn(page, 'sound', 'catch-sound')
  expect(asset.mime).toBe('audio/ogg')
  expect(durationOf(samples)).toBeCloseTo(1, 2)
  expect(measure(samples).peak).toBeCloseTo(0.125, 1)
})

test('M4A comes in through the browser’s own decoder', async ({ page }) => {
  await demoBench(page)
  await swapByButton(page, 'catch-sound', upload('fog.m4a', 'audio/mp4', soundFixture('fog.m4a')))
  await expect(page.getByTestId('inspector').getByText('fog.m4a').first()).toBeVisible()
  await workOn(page, 'catch-sound')
  await expect(page.getByTestId('wave')).toHaveAttribute('data-seconds', /^1\.0/)
})

test('a late effect is put right by one press of the check, and in the workshop', async ({ page }) => {
  await demoBench(page)
  await swapByButton(page, 'catch-sound', wav('late.wav', tone(0.7, { head: 0.3 })))
  await expect(page.getByTestId('inspector').getByText('late.wav').first()).toBeVisible()
  await saved(page)
  await go(page, 'check')
  const finding = page.getByText(/^Catch sound starts (29|30)\d ms late/)
  await expect(finding).toBeVisible()
  await page.getByRole('button', { name: 'Trim the start' }).click()
  await expect(finding).toBeHidden()
  await go(page, 'bench')
  await stageReady(page)
  await workOn(page, 'catch-sound')
  await expect(page.getByTestId('wave')).toHaveAttribute('data-seconds', /^0\.4[01]/)
  // The original is still there, and the head can be brought back.
  await page.getByRole('button', { name: 'All of the original again' }).click()
  await expect(page.getByTestId('wave')).toHaveAttribute('data-seconds', '0.700')
  await page.locator('[data-act="cut-head"]').click()
  await expect(page.getByTestId('wave')).toHaveAttribute('data-seconds', /^0\.4[01]/)
  await page.getByTestId('desk-sound').getByRole('button', { name: 'Done' }).click()
  const { samples } = await heardIn(page, 'sound', 'catch-sound')
  expect(measure(samples).headS).toBeLessThan(0.02)
})

test('music is cut to a stretch, gets the best seam and goes round without a click', async ({ page }) => {
  await demoBench(page)
  // 2.00057 s of a tone: it ends in the middle of a wave.
  await swapByButton(page, 'music', wav('loop.wav', tone(2.00057, { rate: 44100 })))
  await workOn(page, 'music')
  await page.getByRole('button', { name: 'Loop', exact: true }).click()
  await expect(page.getByTestId('seam')).toContainText('clicks')
  await page.locator('[data-act="best-seam"]').click()
  await expect(page.getByTestId('seam')).not.toContainText('clicks')
  await page.locator('[data-act="keep-sound"]').click()
  await expect(page.locator('[data-act="keep-sound"]')).toBeDisabled()
  await page.getByTestId('desk-sound').getByRole('button', { name: 'Done' }).click()
  const { sound, samples } = await heardIn(page, 'music', 'music')
  expect(sound.loopToS).toBeGreaterThan(1.4)
  expect(clickOf(samples, sound.loopFromS ?? 0, sound.loopToS ?? 0)).toBeLessThan(4)
})

test('a quiet sound is brought to the template’s loudness, and back by undo', async ({ page }) => {
  await demoBench(page)
  await swapByButton(page, 'catch-sound', wav('quiet.wav', tone(0.5, { level: 0.02 })))
  await workOn(page, 'catch-sound')
  await page.getByRole('button', { name: 'Level', exact: true }).click()
  await page.locator('[data-act="as-loud"]').click()
  await expect(page.getByText('not kept yet')).toBeVisible()
  await page.locator('[data-act="keep-sound"]').click()
  await expect(page.getByText('not kept yet')).toBeHidden()
  await page.getByTestId('desk-sound').getByRole('button', { name: 'Done' }).click()
  const { samples } = await heardIn(page, 'sound', 'catch-sound')
  expect(loudnessOf(samples).momentary).toBeGreaterThan(-26)
  expect(measure(samples).peak).toBeLessThan(0.9)
})

test('all sounds are levelled with one press, as one step', async ({ page }) => {
  await demoBench(page)
  await swapByButton(page, 'catch-sound', wav('quiet.wav', tone(0.5, { level: 0.1 })))
  await page.getByRole('button', { name: 'All sounds together' }).click()
  const row = page.locator('[data-mix="catch-sound"]')
  await expect(row).toContainText('softer')
  await page.locator('[data-act="level-all"]').click()
  await expect(row).toContainText('level')
  await expect(page.locator('[data-act="level-all"]')).toBeDisabled()
  await row.getByRole('combobox').selectOption('-12')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect(row).toContainText('softer')
})

test('an effect is made on the spot, another like it, and the stage plays its moment', async ({ page }) => {
  await demoBench(page)
  await choosePart(page, 'harm-sound')
  await page.getByRole('button', { name: 'Make one' }).click()
  const wave = page.getByTestId('wave')
  await page.locator('[data-act="another"]').click()
  await expect(page.getByText(/^seed \d+/)).toBeVisible()
  const first = await page.getByText(/^seed \d+/).textContent()
  await page.locator('[data-act="another"]').click()
  await expect(page.getByText(/^seed \d+/)).not.toHaveText(first!)
  await expect(wave).toHaveAttribute('data-seconds', /^0\.\d+/)
  await page.getByRole('button', { name: 'In the game' }).click()
  await expect(page.getByTestId('stage')).toHaveAttribute('data-screen', 'play')
  await page.getByTestId('desk-sound').getByRole('button', { name: 'Done' }).click()
  await expect(page.getByTestId('inspector').getByLabel(/^Made by/)).toHaveValue(/effect maker/)
})

test('a recording is made only after the press, and becomes the sound', async ({ page }) => {
  await demoBench(page)
  await choosePart(page, 'catch-sound')
  await page.getByRole('button', { name: 'Record one' }).click()
  await page.locator('[data-act="record"]').click()
  await expect(page.getByText(/Recording, [1-9]/)).toBeVisible()
  await page.locator('[data-act="stop"]').click()
  await expect(page.getByRole('button', { name: 'Cut', exact: true })).toHaveAttribute('aria-pressed', 'true')
  await expect(page.getByTestId('wave')).toHaveAttribute('data-seconds', /^[1-9]\d*\.\d/)
})

test('what is no sound, or too much of one, is told in a sentence and changes nothing', async ({ page }) => {
  await demoBench(page)
  const told = page.getByRole('alert').or(page.getByRole('status'))
  await swapByButton(
    page,
    'catch-sound',
    upload('song.mp3', 'audio/mpeg', new TextEncoder().encode('la la la la la la')),
  )
  await expect(told.filter({ hasText: '“song.mp3” is not a sound' }).first()).toBeVisible()
  await swapByButton(page, 'catch-sound', wav('still.wav', tone(0)))
  await expect(told.filter({ hasText: '“still.wav”' }).first()).toBeVisible()
  const frame = Buffer.alloc(104)
  frame.set([0xff, 0xfb, 0x10, 0xc4])
  const long = Buffer.concat(Array.from({ length: 36_000 }, () => frame))
  await swapByButton(page, 'catch-sound', upload('night.mp3', 'audio/mpeg', long))
  await expect(told.filter({ hasText: '“night.mp3” runs for' }).first()).toBeVisible()
  await expect(page.getByRole('button', { name: /^Undo/ })).toBeDisabled()
})
