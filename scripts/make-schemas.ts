/** Writes the JSON Schemas of all file formats: `npm run make:schemas`. A unit test sees to it that they are current. */
import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { schemaFiles } from './schemas'

const folder = join(import.meta.dirname, '../docs/schemas')
mkdirSync(folder, { recursive: true })
for (const [name, text] of schemaFiles()) writeFileSync(join(folder, name), text)
console.log('docs/schemas is written')
