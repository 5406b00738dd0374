import * as z from 'zod'
import { RULES } from '../core/check/registry'
import { SEVERITY_NAMES } from '../core/check/finding'
import { Pack } from '../core/pack/pack'
import { ParcelManifest } from '../core/parcel/manifest'
import { openApi } from '../core/posting/openapi'
import { PostingView, PostRequest, Problem } from '../core/posting/protocol'
import { RecoveryFile } from '../core/posting/recovery'
import { GameDocSchema } from '../core/template/game-doc-schema'
import { Template } from '../core/template/template'

const SCHEMAS = {
  pack: Pack,
  parcel: ParcelManifest,
  template: Template,
  game: GameDocSchema,
  posting: PostingView,
  'post-request': PostRequest,
  problem: Problem,
  key: RecoveryFile,
}

function rulesTable(): string {
  const rows = RULES.map(({ id, severity, about, fix, safe }) => {
    const fixed = fix === undefined ? '' : safe === true ? 'yes, safe' : 'yes'
    return `| \`${id}\` | ${SEVERITY_NAMES[severity]} | ${about} | ${fixed} |`
  })
  return `# Rules of the check

Written by \`npm run make:schemas\` from the registry (\`core/check/registry.ts\`), in the order findings are shown. The
severity is the usual one; some rules tell milder cases with a milder one. "Safe" fixes change nothing a maker chose on
purpose and can be done together. The arcade runs the same rules on what it receives, and two of its own:
\`contents-differ\` (a file is not what the parcel's list says) and \`title-taken\` (another public game has the title).

| rule | severity | what it finds | fix |
| ---- | -------- | ------------- | --- |
${rows.join('\n')}

${RULES.length} rules.
`
}

/** Files below docs/ that follow from the code, by path: JSON Schemas (draft 2020-12), the protocol, the rules. */
export function schemaFiles(): Map<string, string> {
  const json = (value: unknown) => `${JSON.stringify(value, null, 2)}\n`
  return new Map([
    ...Object.entries(SCHEMAS).map(([name, schema]): [string, string] => [
      `schemas/${name}.schema.json`,
      json(z.toJSONSchema(schema, { io: 'input' })),
    ]),
    ['schemas/arcade.openapi.json', json(openApi())],
    ['rules.md', rulesTable()],
  ])
}
