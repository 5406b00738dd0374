import { DEVICE_NAMES } from '../../label/names'
import { labelRule } from '../label-rule'

export const devicesUnserved = labelRule({
  id: 'devices-unserved',
  severity: 'must',
  about: 'The label claims a device that the controls do not serve.',
  field: 'devices',
  safe: true,
  reads: (ctx) => ctx.template.inputs,
  look(ctx, { devices }) {
    const wrong = (devices ?? []).find((one) => !ctx.template.inputs.includes(one))
    return wrong === undefined ? [] : [{ facts: { device: DEVICE_NAMES[wrong] }, shown: DEVICE_NAMES[wrong] }]
  },
  fix: (ctx, { devices }) => ({
    name: 'Claim only devices that work',
    change: { devices: (devices ?? []).filter((one) => ctx.template.inputs.includes(one)) },
  }),
})
