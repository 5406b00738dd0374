/** Fills {names} in a text from `values`; unknown names stay as they are. */
export function fill(text: string, values: Record<string, number | string>): string {
  return text.replace(/\{([a-z-]+)\}/g, (all, name: string) => (name in values ? String(values[name]) : all))
}
