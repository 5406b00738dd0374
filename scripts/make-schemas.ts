/** Writes what of docs/ follows from the code: `npm run make:schemas`. A unit test sees to it that it is current. */
import { mkdirSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { schemaFiles } from './schemas'

const docs = join(import.meta.dirname, '../docs')
for (const [name, text] of schemaFiles()) {
  mkdirSync(dirname(join(docs, name)), { recursive: true })
  writeFileSync(join(docs, name), text)
}
console.log('docs/schemas and docs/rules.md are written')
