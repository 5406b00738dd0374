// `npm test`: sets up what is missing, then lint, types and the build side by side, unit tests and end-to-end tests.
import { bin, buildBeside, checkNode, installWithTools, prepare, run, together } from './setup.mjs'

checkNode()
await installWithTools()
prepare()
await buildBeside([
  ['Lint', bin('eslint'), ['.']],
  ['Types of core, tests and scripts', bin('vue-tsc'), ['-p', 'tsconfig.tests.json', '--noEmit']],
  ['Types of the application', bin('vue-tsc'), ['-b', '--noEmit']],
])
// An arcade waits for its processes and its database: what waits there is given to the rest.
await together([
  ['Unit tests of core and app', bin('vitest'), ['run', '--project', 'core', '--project', 'app']],
  ['Unit tests of the server', bin('vitest'), ['run', '--project', 'server']],
])
run('End-to-end tests', bin('playwright'), ['test'])
console.log('\nAll tests passed.')
