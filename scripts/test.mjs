// `npm test`: sets up what is missing, then lint, types, unit tests and end-to-end tests.
import { bin, debianTools, build, checkNode, install, prepare, run, together } from './setup.mjs'

checkNode()
install()
debianTools()
prepare()
await together([
  ['Lint', bin('eslint'), ['.']],
  ['Types of core, tests and scripts', bin('vue-tsc'), ['-p', 'tsconfig.tests.json', '--noEmit']],
])
run('Types of the application', bin('nuxt'), ['typecheck'])
run('Unit tests', bin('vitest'), ['run'])
build()
run('End-to-end tests', bin('playwright'), ['test'])
console.log('\nAll tests passed.')
