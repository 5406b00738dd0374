/** The arcade's own origin as the server knows it; in the browser where the page is. */
export function usePublicOrigin(): string {
  const event = useRequestEvent()
  return useState('public-origin', () => String(event?.context['publicOrigin'] ?? useRequestURL().origin)).value
}
