// @vitest-environment happy-dom
import { beforeAll, beforeEach, expect, test } from 'vitest'
import { steadyPresses } from './steady-press'

let clicked: string[] = []
beforeAll(() => steadyPresses(document))
beforeEach(() => {
  document.body.innerHTML =
    '<main id="around"><button id="first"><b id="name">Open</b></button><p id="note">Late</p></main>'
  clicked = []
  for (const id of ['around', 'first', 'note'])
    document.getElementById(id)!.addEventListener('click', () => clicked.push(id))
})

const at = (id: string) => document.getElementById(id)!
/** As a browser tells of it: held down over one thing, let go over another, the click to what is given. */
function press(down: string, up: string, click: string, moved = 0): void {
  const pointer = (type: string, id: string, x: number) => {
    const init = { bubbles: true, pointerId: 1, isPrimary: true, button: 0, clientX: x, clientY: 5 }
    at(id).dispatchEvent(new PointerEvent(type, init))
  }
  pointer('pointerdown', down, 10)
  pointer('pointerup', up, 10 + moved)
  at(click).dispatchEvent(new MouseEvent('click', { bubbles: true, detail: 1, cancelable: true }))
}

test('an ordinary press is one click', () => {
  press('name', 'name', 'name')
  expect(clicked).toEqual(['first', 'around'])
})

test('what was pressed gets the click when it went from under the pointer', () => {
  press('name', 'note', 'around')
  expect(clicked).toEqual(['first', 'around'])
})

test('a drag is none, nor is a press that began elsewhere', () => {
  press('first', 'note', 'around', 30)
  press('note', 'first', 'around')
  expect(clicked).toEqual(['around', 'around'])
})

test('what is not there any more is not pressed', () => {
  at('first').addEventListener('pointerdown', ({ currentTarget }) => (currentTarget as Element).remove())
  press('first', 'note', 'around')
  expect(clicked).toEqual(['around'])
})
