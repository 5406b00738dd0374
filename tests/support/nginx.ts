import { spawn } from 'node:child_process'
import { chmodSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

export interface Nginx {
  url: string
  /** What it serves, and where what is sent to it lies. */
  folder: string
  stop(): Promise<void>
}

/** Debian's nginx with its DAV module, for a folder of its own; `places` are more locations of the server block,
 * `more` stands beside that block. */
export async function startNginx(port: number, places = '', more = ''): Promise<Nginx> {
  const home = mkdtempSync(join(tmpdir(), 'pack-post-nginx-'))
  const folder = join(home, 'files')
  for (const one of [folder, join(home, 'temp'), join(home, 'logs')]) mkdirSync(one)
  // Its workers are another user's when it is started by root.
  for (const one of [home, folder, join(home, 'temp')]) chmodSync(one, 0o777)
  const temp = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi']
    .map((name) => `${name}_temp_path ${join(home, 'temp')};`)
    .join('\n')
  writeFileSync(
    join(home, 'nginx.conf'),
    `worker_processes 2; daemon off; pid ${join(home, 'pid')}; error_log ${join(home, 'logs/error')};
events { worker_connections 1024; }
http {
  access_log off; ${temp}
  include /etc/nginx/mime.types;
  server {
    listen 127.0.0.1:${port}; root ${folder}; client_max_body_size 40m;
    location / { dav_methods PUT DELETE MKCOL COPY MOVE; create_full_put_path off; dav_access user:rw group:rw all:r; }
    ${places}
  }
  ${more}
}`,
  )
  const url = `http://127.0.0.1:${port}`
  const isUp = () =>
    fetch(url).then(
      () => true,
      () => false,
    )
  if (await isUp()) throw new Error(`something else answers at ${url}`)
  const server = spawn('/usr/sbin/nginx', ['-c', join(home, 'nginx.conf'), '-e', join(home, 'logs/error')], {
    stdio: 'inherit',
  })
  // Also where a test fails before it stops it: the next one would be served by this.
  const end = () => server.kill('SIGTERM')
  process.once('exit', end)
  for (let i = 0; !(await isUp()); i++) {
    if (i > 200 || server.exitCode !== null) throw new Error('nginx did not start')
    await new Promise((resolve) => setTimeout(resolve, 50))
  }
  return {
    url,
    folder,
    stop: async () => {
      process.off('exit', end)
      const gone = new Promise((resolve) => server.once('exit', resolve))
      server.kill('SIGTERM')
      await gone
      rmSync(home, { recursive: true, force: true })
    },
  }
}
