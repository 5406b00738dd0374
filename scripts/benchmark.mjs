// `npm run benchmark`: prints measurements as ratios against something real, measured in the same run.
import { bin, debianTools, build, checkNode, install, run } from './setup.mjs'

checkNode()
install()
debianTools({ optipng: '/usr/bin/optipng', ffmpeg: '/usr/bin/ffmpeg' })
build()
// The collector is called before the heap is measured, and has room enough not to come by itself meanwhile.
run('Measuring', bin('tsx'), ['--tsconfig', 'tsconfig.tests.json', 'benchmarks/run.ts'], {
  env: { ...process.env, NODE_OPTIONS: '--expose-gc --max-semi-space-size=128' },
})
