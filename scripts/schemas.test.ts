import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { schemaFiles } from './schemas'

it('schemas, protocol and rules in docs are those of the code (npm run make:schemas)', () => {
  for (const [name, text] of schemaFiles())
    expect(readFileSync(join(import.meta.dirname, '../docs', name), 'utf8'), name).toBe(text)
})
