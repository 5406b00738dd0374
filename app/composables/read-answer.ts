import type * as z from 'zod'

/** An answer of the arcade through its schema; null for a problem, or for what makes no sense. */
export function readAnswer<T>(schema: z.ZodType<T>, data: unknown): T | null {
  const read = schema.safeParse(typeof data === 'string' ? parsed(data) : data)
  return read.success ? read.data : null
}

/** Problem details come as text: their type is not one that is read as JSON by itself. */
function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}
