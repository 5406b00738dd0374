// `npm test`: sets up what is missing, then lint, types, unit tests and end-to-end tests.
import { bin, debianTools, build, checkNode, install, prepare, run } from './setup.mjs'

checkNode()
install()
debianTools()
prepare()
run('Lint', bin('eslint'), ['.'])
run('Types of the application', bin('nuxt'), ['typecheck'])
run('Types of core, tests and scripts', bin('vue-tsc'), ['-p', 'tsconfig.tests.json', '--noEmit'])
run('Unit tests', bin('vitest'), ['run'])
build()
run('End-to-end tests', bin('playwright'), ['test'])
console.log('\nAll tests passed.')
