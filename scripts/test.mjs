// `npm test`: sets up what is missing, then lint, types and the build side by side, unit tests and end-to-end tests.
import { bin, buildBeside, checkNode, installWithTools, prepare, run, together } from './setup.mjs'

checkNode()
await installWithTools()
prepare()
await buildBeside([
  ['Lint', bin('eslint'), ['.']],
  // Two programs, not five: what the application's and the tests' would both read is read once. The server has one of
  // its own, so that nothing of a browser is typed there.
  ['Types of all but the server', bin('vue-tsc'), ['-p', 'tsconfig.check.json', '--noEmit']],
  ['Types of the server', bin('vue-tsc'), ['-p', '.nuxt/tsconfig.server.json', '--noEmit']],
])
// An arcade waits for its processes and its database: what waits there is given to the rest.
await together([
  ['Unit tests of core and app', bin('vitest'), ['run', '--project', 'core', '--project', 'app']],
  ['Unit tests of the server', bin('vitest'), ['run', '--project', 'server']],
])
run('End-to-end tests', bin('playwright'), ['test'])
console.log('\nAll tests passed.')
