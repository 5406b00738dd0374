// @vitest-environment happy-dom
import { expect, test } from 'vitest'
import { createApp, defineComponent, h, nextTick, ref, withDirectives } from 'vue'
import { typed } from './typed'

/** A field that takes whole numbers, in a component that is drawn anew with `redraw`. */
function mounted() {
  const value = ref(7)
  const redraws = ref(0)
  const take = (event: Event) => {
    const said = Number((event.target as HTMLInputElement).value)
    if (Number.isInteger(said)) value.value = said
  }
  const Field = defineComponent(
    () => () => h('label', [redraws.value, withDirectives(h('input', { onChange: take }), [[typed, value.value]])]),
  )
  const host = document.createElement('div')
  createApp(Field).mount(host)
  const field = host.querySelector('input')!
  const type = (text: string) => {
    field.value = text
    field.dispatchEvent(new Event('input'))
  }
  const leave = async () => {
    field.dispatchEvent(new Event('change'))
    await nextTick()
    await nextTick()
  }
  const redraw = async () => {
    redraws.value++
    await nextTick()
  }
  return { value, field, type, leave, redraw }
}

test('shows its value, and another when it changes elsewhere', async () => {
  const { value, field } = mounted()
  expect(field.value).toBe('7')
  value.value = 8
  await nextTick()
  expect(field.value).toBe('8')
})

test('a redraw in the middle of typing takes nothing away', async () => {
  const { value, field, type, redraw, leave } = mounted()
  type('12')
  await redraw()
  expect(field.value).toBe('12')
  await leave()
  expect(value.value).toBe(12)
  expect(field.value).toBe('12')
})

test('what is refused gives way to what counts', async () => {
  const { value, field, type, leave } = mounted()
  type('1.5')
  await leave()
  expect(value.value).toBe(7)
  expect(field.value).toBe('7')
})
