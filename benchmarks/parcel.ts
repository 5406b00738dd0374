import { execFileSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { buildParcel } from '../core/parcel/build'
import { unzipSafely } from '../core/parcel/unzip'
import { buildPlayer } from '../scripts/player-code.mjs'
import { bytesFrom, contextFor, puffinCatch, root, windfall } from '../tests/support/fixtures'
import { median, timed, type Row } from './report'

/** Building the demo pack's parcel, beside `zip -r` on the very same files. */
export async function parcelRows(): Promise<Row[]> {
  const pack = puffinCatch()
  const playerCode = await buildPlayer('windfall')
  const typeface = new Uint8Array(
    readFileSync(
      join(
        root,
        'node_modules/@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-latin-wght-normal.woff2',
      ),
    ),
  )
  const build = () =>
    buildParcel({ template: windfall, pack, playerCode, typeface, bytes: bytesFrom(), pixels: contextFor(pack).pixels })
  const { zip } = await build()
  const folder = mkdtempSync(join(tmpdir(), 'parcel-'))
  for (const [name, bytes] of unzipSafely(zip, 'parcel')) {
    mkdirSync(dirname(join(folder, 'in', name)), { recursive: true })
    writeFileSync(join(folder, 'in', name), bytes)
  }
  const ours: number[] = []
  const theirs: number[] = []
  for (let i = 0; i < 9; i++) {
    ours.push(await timed(build))
    rmSync(join(folder, 'out.zip'), { force: true })
    theirs.push(
      await timed(() => execFileSync('zip', ['-9', '-q', '-r', '../out.zip', '.'], { cwd: join(folder, 'in') })),
    )
  }
  const size = statSync(join(folder, 'out.zip')).size
  rmSync(folder, { recursive: true })
  const gzipped = gzipSync(playerCode, { level: 9 }).length
  return [
    {
      what: 'parcel build against zip -9 -r, time',
      measured: `${(median(ours) / median(theirs)).toFixed(2)}x (${median(ours).toFixed(0)} ms)`,
      goal: '10x: it also hashes, draws icons and writes the one-page game',
    },
    {
      what: 'parcel size against zip -9 -r',
      measured: `${(zip.length / size).toFixed(3)}x (${(zip.length / 1000).toFixed(0)} kB)`,
      goal: '1.02x',
    },
    { what: 'player.js, gzipped', measured: `${(gzipped / 1024).toFixed(1)} KB`, goal: '30 KB' },
  ]
}
