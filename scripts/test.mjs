// `npm test`: sets up what is missing; then the build, lint, types and unit tests side by side; then end-to-end tests.
import { bin, buildBeside, checkNode, installWithTools, prepare, run } from './setup.mjs'

checkNode()
await installWithTools()
prepare()
// The build is one long thread, and an arcade waits for its processes and its database: what waits there is given to
// the rest. Three at once, for the memory of a small machine.
await buildBeside(
  [
    // Two programs, not five: what the application's and the tests' would both read is read once. The server has one
    // of its own, so that nothing of a browser is typed there.
    ['Types of all but the server', bin('vue-tsc'), ['-p', 'tsconfig.check.json', '--noEmit']],
    ['Unit tests of the server', bin('vitest'), ['run', '--project', 'server']],
    ['Lint', bin('eslint'), ['.']],
    ['Unit tests of core and app', bin('vitest'), ['run', '--project', 'core', '--project', 'app']],
    ['Types of the server', bin('vue-tsc'), ['-p', '.nuxt/tsconfig.server.json', '--noEmit']],
  ],
  3,
)
run('End-to-end tests', bin('playwright'), ['test'])
console.log('\nAll tests passed.')
