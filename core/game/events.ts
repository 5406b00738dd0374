const ROOM = 8

/**
 * A list that is filled and emptied at every step without asking for memory: engines give back the room of an array
 * whose length is set to 0, and of one that has grown past sixteen, but not of one that began with a little.
 */
export function makeEvents(): string[] {
  const events = Array.from({ length: ROOM }, () => '')
  clearEvents(events)
  return events
}

export function clearEvents(events: string[]): void {
  while (events.length > 0) events.pop()
}
