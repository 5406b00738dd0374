import { describe, expect, it } from 'vitest'
import { nextTick, ref } from 'vue'
import { PAGE_SIZES, PHONE_SIZE, usePageSize } from './foreign-page'

const on = (usual = () => PAGE_SIZES.wide) => {
  const page = usePageSize(usual)
  return {
    ...page,
    /** Says what the page shows, measured in the frame as it is. */
    says: (w: number, h: number, within = page.size.value) => page.hear({ is: 'extent', w, h, within }),
  }
}

describe('the page of a game that came as a folder', () => {
  it('is as large as what it shows, where that keeps its size', () => {
    const page = on()
    page.says(496, 336)
    expect(page.size.value).toEqual({ w: 496, h: 336 })
    page.says(496, 336)
    expect(page.size.value).toEqual({ w: 496, h: 336 })
    page.begin()
    expect(page.size.value).toEqual(PAGE_SIZES.wide)
  })

  it('is a usual screen where the game fills it, or would be shown hardly larger', () => {
    const page = on()
    page.says(960, 600)
    page.says(900, 560)
    // As wide as it can be, and low: it would be shown no larger.
    page.says(960, 200)
    expect(page.size.value).toEqual(PAGE_SIZES.wide)
  })

  it('stays a usual screen where the game goes along with its frame, and is not asked again and again', () => {
    const page = on()
    page.says(480, 300)
    page.says(240, 150)
    expect(page.size.value).toEqual(PAGE_SIZES.wide)
    page.says(480, 300)
    expect(page.size.value).toEqual(PAGE_SIZES.wide)
  })

  it('grows where the game needs more, as with a board that comes after the start; not for a page to be scrolled', () => {
    const page = on()
    page.says(1016, 616)
    expect(page.size.value).toEqual({ w: 1016, h: 616 })
    const begun = on()
    begun.says(300, 160)
    begun.says(500, 420)
    expect(begun.size.value).toEqual(PAGE_SIZES.wide)
    begun.says(500, 420)
    expect(begun.size.value).toEqual({ w: 500, h: 420 })
    const long = on()
    long.says(940, 2400)
    expect(long.size.value).toEqual(PAGE_SIZES.wide)
  })

  it('ends its tries: what changes its mind each time is shown as on a usual screen', () => {
    const page = on()
    for (let i = 0; i < 9; i++) {
      page.says(300, 160)
      page.says(700, 420)
    }
    expect(page.size.value).toEqual(PAGE_SIZES.wide)
  })

  it('hears nothing that was measured in a frame of another size, and begins anew as on a phone', async () => {
    const phone = ref(false)
    const page = on(() => (phone.value ? PHONE_SIZE : PAGE_SIZES.wide))
    page.says(496, 336, { w: 390, h: 693 })
    expect(page.size.value).toEqual(PAGE_SIZES.wide)
    page.says(496, 336)
    phone.value = true
    await nextTick()
    expect(page.size.value).toEqual(PHONE_SIZE)
    page.says(496, 336)
    expect(page.size.value).toEqual({ w: 496, h: 336 })
  })
})
