import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { openApi, ROUTES } from './openapi'

/** `games/[game]/index.get.ts` as `get /games/{game}`. */
function routeOf(file: string): string | null {
  const match = /^(.*?)(?:\/?index)?\.(get|post|put|delete)\.ts$/.exec(file)
  if (match === null || file.startsWith('uploads')) return null
  return `${match[2]} /${match[1]!.replaceAll('[', '{').replaceAll(']', '}')}`.replace(/\/$/, '')
}

it('the description has every route of the server, and no other', () => {
  const files = readdirSync(join(import.meta.dirname, '../../server/api/arcade'), { recursive: true }).map(String)
  const served = files.flatMap((file) => routeOf(file) ?? []).filter((route) => !route.includes('openapi'))
  expect(ROUTES.map(({ method, path }) => `${method} ${path}`).sort()).toEqual(served.sort())
})

it('is OpenAPI 3.1 with a parameter for each part of a path', () => {
  const doc = openApi() as {
    openapi: string
    paths: Record<string, Record<string, { parameters?: { name: string }[] }>>
  }
  expect(doc.openapi).toBe('3.1.0')
  for (const [path, methods] of Object.entries(doc.paths))
    for (const operation of Object.values(methods))
      expect((operation.parameters ?? []).map((one) => `{${one.name}}`)).toEqual(path.match(/\{\w+\}/g) ?? [])
  expect(JSON.stringify(doc)).not.toContain('undefined')
})
