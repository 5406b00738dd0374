// `npm run benchmark`: prints measurements as ratios against something real, measured in the same run.
import { bin, browser, build, checkNode, have, install, run } from './setup.mjs'

checkNode()
install()
browser()
build()
if (!have('zip'))
  run('Installing zip', 'apt-get', ['-y', '-o', 'DPkg::Lock::Timeout=600', 'install', 'zip'], {
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  })
run('Measuring', bin('tsx'), ['--tsconfig', 'tsconfig.tests.json', 'benchmarks/run.ts'])
