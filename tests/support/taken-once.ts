import type { Plugin } from 'vite'

const FILES = /\/(app|benchmarks|core|player|scripts|server|templates|tests)\/.*\.ts$/
/** Modules of ours, as they are imported; what a test puts in place of another has only what that test needs. */
const OURS = /^(\.|@core\/|@player\/|~\/)/
/** Vitest makes imports of a test file wait for what the test puts in their place. */
const TEST = /\.test\.ts$/

/**
 * Takes what a module imports from its exporter once. Vitest asks the exporter at each use of a name, through a getter
 * that is not compiled away: half the time of a simulated play went there. Needs modules that do not import in a circle.
 */
export const takenOnce = (): Plugin => ({
  name: 'taken-once',
  // After types are taken off, before imports become calls.
  enforce: 'post',
  transform(code, id) {
    if (!FILES.test(id) || TEST.test(id)) return null
    let out = ''
    let at = 0
    for (const node of this.parse(code).body) {
      if (node.type !== 'ImportDeclaration' || !OURS.test(node.source.value)) continue
      const names = node.specifiers.flatMap((one) =>
        one.type === 'ImportSpecifier' && one.imported.type === 'Identifier'
          ? [[one.imported.name, one.local.name]]
          : [],
      )
      // A default, or all of a module under one name, stands alone and is left as it is.
      if (names.length === 0 || names.length < node.specifiers.length) continue
      const taken = names.map(([theirs, ours]) => `${theirs} as taken$${ours}`)
      const kept = names.map(([, ours]) => `${ours} = taken$${ours}`)
      // On the line where the import was, so that lines in messages stay true.
      out += `${code.slice(at, node.start)}import { ${taken.join(', ')} } from ${node.source.raw}; const ${kept.join(', ')};`
      at = node.end
    }
    return { code: out + code.slice(at), map: null }
  },
})
