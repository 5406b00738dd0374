// `npm run benchmark`: prints measurements as ratios against something real, measured in the same run.
import { bin, debianTools, build, checkNode, install, run } from './setup.mjs'

checkNode()
install()
debianTools({ optipng: '/usr/bin/optipng', ffmpeg: '/usr/bin/ffmpeg' })
build()
run('Measuring', bin('tsx'), ['--tsconfig', 'tsconfig.check.json', 'benchmarks/run.ts', ...process.argv.slice(2)])
