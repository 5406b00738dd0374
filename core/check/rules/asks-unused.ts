import { labelRule } from '../label-rule'

/** No template has a use for one yet, so a game that asks for it asks for nothing. */
export const asksUnused = labelRule({
  id: 'asks-unused',
  severity: 'must',
  about: 'The game asks for a microphone or camera that it has no use for.',
  field: 'privacy',
  safe: true,
  look: (_ctx, { privacy: { asks } }) =>
    asks.length === 0 ? [] : [{ facts: { asks: asks.join(' and ') }, shown: asks.join(', ') }],
  fix: (_ctx, { privacy }) => ({ name: 'Ask for no device', change: { privacy: { ...privacy, asks: [] } } }),
})
