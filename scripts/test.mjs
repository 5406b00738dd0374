// `npm test`: sets up what is missing, then lint, types and the build side by side, unit tests and end-to-end tests.
import { bin, buildBeside, debianTools, checkNode, install, prepare, run } from './setup.mjs'

checkNode()
install()
debianTools()
prepare()
await buildBeside([
  ['Lint', bin('eslint'), ['.']],
  ['Types of core, tests and scripts', bin('vue-tsc'), ['-p', 'tsconfig.tests.json', '--noEmit']],
  ['Types of the application', bin('vue-tsc'), ['-b', '--noEmit']],
])
run('Unit tests', bin('vitest'), ['run'])
run('End-to-end tests', bin('playwright'), ['test'])
console.log('\nAll tests passed.')
