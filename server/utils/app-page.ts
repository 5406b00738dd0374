import { escapeHtml, escapeJson } from '@core/parcel/html'
import type { GameView } from '@core/posting/protocol'

const base = (game: GameView): string => `/arcade/app/${game.postcode.toLowerCase()}/`

/**
 * A game as an app: this page and the whole game in one file are kept by a service worker, so it plays without a
 * network. The game itself runs in a frame of an opaque origin, as everywhere.
 */
export const appPage = (game: GameView): string => `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width,initial-scale=1,viewport-fit=cover">
<title>${escapeHtml(game.title)}</title>
<meta name="theme-color" content="#171b26">
<link rel="manifest" href="${base(game)}manifest.webmanifest">
<style>html,body{margin:0;height:100%;background:#171b26;color:#f1ebdd;font:16px/1.5 sans-serif}iframe{position:fixed;inset:0;width:100%;height:100%;border:0}p{padding:24px}</style>
</head>
<body>
<p id="said" role="status">Unpacking the game…</p>
<script>
const base = ${escapeJson(base(game))}
if ('serviceWorker' in navigator) navigator.serviceWorker.register(base + 'sw.js', { scope: base })
  .then(() => navigator.serviceWorker.ready).then(() => { document.documentElement.dataset.kept = 'yes' })
const key = ${escapeJson(`arcade:best:${game.game}`)}
fetch(base + 'game.html').then((answer) => { if (!answer.ok) throw 0; return answer.text() }).then((html) => {
  const frame = document.createElement('iframe')
  frame.setAttribute('sandbox', 'allow-scripts allow-pointer-lock')
  frame.title = document.title
  frame.srcdoc = html
  addEventListener('message', (event) => {
    if (event.source !== frame.contentWindow || event.data === null || typeof event.data !== 'object') return
    if (event.data.type === 'pack-post:load')
      frame.contentWindow.postMessage({ type: 'pack-post:kept', best: Number(localStorage.getItem(key)) || 0 }, '*')
    if (event.data.type === 'pack-post:save' && Number.isInteger(event.data.best) && event.data.best >= 0 && event.data.best <= 1e9)
      localStorage.setItem(key, String(event.data.best))
  })
  document.body.replaceChildren(frame)
}).catch(() => { document.getElementById('said').textContent = 'The game is not kept here yet and there is no network. Open it once with a network.' })
</script>
</body>
</html>
`

export const appManifest = (game: GameView) => ({
  name: game.title,
  short_name: game.title.slice(0, 12),
  start_url: base(game),
  scope: base(game),
  id: base(game),
  display: 'standalone',
  background_color: '#171b26',
  theme_color: '#171b26',
  icons: [192, 512].map((size) => ({
    src: `${base(game)}icon-${size}.png`,
    sizes: `${size}x${size}`,
    type: 'image/png',
  })),
})

/** From the network when there is one, so that a new release is played at once; without, or with a very slow one, what was kept last. */
export const appWorker = (game: GameView): string => `const NAME = ${escapeJson(`game:${game.game}`)}
const BASE = ${escapeJson(base(game))}
const FILES = ['', 'game.html', 'manifest.webmanifest', 'icon-192.png', 'icon-512.png'].map((file) => BASE + file)
self.addEventListener('install', (event) => {
  event.waitUntil(caches.open(NAME).then((cache) => cache.addAll(FILES)).then(() => self.skipWaiting()))
})
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))
self.addEventListener('fetch', (event) => {
  const url = new URL(event.request.url)
  if (event.request.method !== 'GET' || !FILES.includes(url.pathname)) return
  const kept = () => caches.match(url.pathname)
  const fromNetwork = fetch(event.request)
    .then(async (answer) => {
      if (answer.ok) await (await caches.open(NAME)).put(url.pathname, answer.clone())
      return answer
    })
    .catch(async () => (await kept()) ?? Response.error())
  const whenSlow = new Promise((resolve) => setTimeout(async () => {
    const found = await kept()
    if (found) resolve(found)
  }, 4000))
  event.respondWith(Promise.race([fromNetwork, whenSlow]))
})
`
