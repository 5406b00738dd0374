import { nextTick, type ObjectDirective } from 'vue'

type Field = HTMLInputElement | HTMLTextAreaElement

/** What each field is to show, and the fields with letters in them that nobody has taken yet. */
const values = new WeakMap<Field, string>()
const inHand = new WeakSet<Field>()

function show(field: Field): void {
  const value = values.get(field) ?? ''
  if (!inHand.has(field) && field.value !== value) field.value = value
}

/**
 * `v-typed="value"`: for a field that is taken when it is left (`@change`, `@blur`). Where `:value` writes over what is
 * being typed at every redraw of the component, this leaves it alone until the field is left, and then shows what came
 * of it.
 */
export const typed: ObjectDirective<Field, string | number | undefined> = {
  beforeMount(field, { value }) {
    values.set(field, `${value ?? ''}`)
    field.addEventListener('input', () => inHand.add(field))
    for (const left of ['change', 'blur'])
      field.addEventListener(left, () => {
        inHand.delete(field)
        void nextTick(() => show(field))
      })
    show(field)
  },
  updated(field, { value }) {
    values.set(field, `${value ?? ''}`)
    show(field)
  },
  getSSRProps: ({ value }) => ({ value }),
}
