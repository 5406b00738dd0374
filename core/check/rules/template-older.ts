import type { Rule } from '../rule'

/** Made with another release of the template: what it needed then may not be what is needed now. */
export const templateOlder: Rule = {
  id: 'template-older',
  severity: 'know',
  about: 'The pack was made with another release of its template.',
  subjects: () => [{}],
  reads: (ctx) => [ctx.pack.template.version, ctx.template.version],
  async run(ctx) {
    const [was, is] = [ctx.pack.template.version, ctx.template.version]
    return was === is ? [] : [{ facts: { was, is, name: ctx.template.name }, evidence: { kind: 'figure', text: was } }]
  },
}
