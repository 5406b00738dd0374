import { MOST_PROGRESS } from '@core/game/progress'
import { escapeHtml, escapeJson } from '@core/parcel/html'

/** What the app's page needs of a game. `base` is the path it lies under, on the games' origin. */
export interface AppGame {
  game: string
  title: string
  base: string
}

/** What a game asked to keep, and no other game: as it came, since the game itself reads it with care; never too much. */
export const KEPT = `function keptProgress(store, key) {
  const text = store.getItem(key)
  if (text === null) return {}
  try { return { progress: JSON.parse(text) } }
  catch { store.setItem(key + ':aside', text); store.removeItem(key); return { aside: true } }
}
function keepProgress(store, key, progress) {
  if (typeof progress !== 'object' || progress === null) return
  const text = JSON.stringify(progress)
  if (text.length <= ${MOST_PROGRESS}) store.setItem(key, text)
}`

/**
 * A game as an app: this page and the whole game in one file are kept by a service worker, so it plays without a
 * network. The game itself runs in a frame of an opaque origin, as everywhere. Only when every file is there is it
 * called kept; a keeping that fails is told and tried again.
 */
export const appPage = ({ game, title, base }: AppGame): string => `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width,initial-scale=1,viewport-fit=cover">
<title>${escapeHtml(title)}</title>
<meta name="theme-color" content="#171b26">
<link rel="manifest" href="${base}manifest.webmanifest">
<style>html,body{margin:0;height:100%;background:#171b26;color:#f1ebdd;font:16px/1.5 sans-serif}iframe{position:fixed;inset:0;width:100%;height:100%;border:0}p{padding:24px;margin:0}#kept{position:fixed;left:0;right:0;bottom:0;padding:8px 16px;background:#171b26;font-size:14px;z-index:1}#kept:empty{display:none}</style>
</head>
<body>
<div id="game"><p id="said" role="status">Unpacking the game…</p></div>
<p id="kept" role="status"></p>
<script>
const base = ${escapeJson(base)}
const tell = (text) => { document.getElementById('kept').textContent = text }
const WAITS = [1000, 2000, 4000, 8000, 16000]
async function keep(worker, tries) {
  const { port1, port2 } = new MessageChannel()
  const kept = new Promise((resolve) => { port1.onmessage = (event) => resolve(event.data === true); setTimeout(() => resolve(false), 60000) })
  worker.postMessage('keep', [port2])
  if (await kept) { tell(''); document.documentElement.dataset.kept = 'yes'; return }
  if (tries < WAITS.length) { tell('Not kept on this device yet; trying again…'); setTimeout(() => keep(worker, tries + 1), WAITS[tries]) }
  else tell('This game could not be kept on this device. It plays with a network; open it again to try once more.')
}
if ('serviceWorker' in navigator) navigator.serviceWorker.register(base + 'sw.js', { scope: base })
  .then(() => navigator.serviceWorker.ready).then((ready) => keep(ready.active, 0))
  .catch(() => tell('This browser does not keep games without a network.'))
const key = ${escapeJson(`arcade:best:${game}`)}
const progressKey = ${escapeJson(`arcade:progress:${game}`)}
${KEPT}
fetch(base + 'game.html').then((answer) => { if (!answer.ok) throw 0; return answer.text() }).then((html) => {
  const frame = document.createElement('iframe')
  frame.setAttribute('sandbox', 'allow-scripts allow-pointer-lock')
  frame.title = document.title
  frame.srcdoc = html
  addEventListener('message', (event) => {
    if (event.source !== frame.contentWindow || event.data === null || typeof event.data !== 'object') return
    if (event.data.type === 'pack-post:load')
      frame.contentWindow.postMessage({ type: 'pack-post:kept', best: Number(localStorage.getItem(key)) || 0, ...keptProgress(localStorage, progressKey) }, '*')
    if (event.data.type === 'pack-post:save' && Number.isInteger(event.data.best) && event.data.best >= 0 && event.data.best <= 1e9)
      { localStorage.setItem(key, String(event.data.best)); keepProgress(localStorage, progressKey, event.data.progress) }
  })
  document.getElementById('game').replaceChildren(frame)
}).catch(() => { document.getElementById('said').textContent = 'The game is not kept here yet and there is no network. Open it once with a network.' })
</script>
</body>
</html>
`

export const appManifest = ({ title, base }: AppGame) => ({
  name: title,
  short_name: title.slice(0, 12),
  start_url: base,
  scope: base,
  id: base,
  display: 'standalone',
  background_color: '#171b26',
  theme_color: '#171b26',
  icons: [192, 512].map((size) => ({
    src: `${base}icon-${size}.png`,
    sizes: `${size}x${size}`,
    type: 'image/png',
  })),
})

/**
 * From the network when there is one, so that a new release is played at once; without, or with a very slow one, what
 * was kept last. All files are fetched before one is put away, and a set counts only when its last mark is there: so
 * there is never half a game, nor the halves of two.
 */
export const appWorker = ({ game, base }: AppGame): string => `const NAME = ${escapeJson(`game:${game}:`)}
const BASE = ${escapeJson(base)}
const FILES = ['', 'game.html', 'manifest.webmanifest', 'icon-192.png', 'icon-512.png'].map((file) => BASE + file)
const WHOLE = BASE + 'whole'
self.addEventListener('install', () => self.skipWaiting())
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))
async function sets() {
  const whole = []
  for (const name of await caches.keys())
    if (name.startsWith(NAME) && await (await caches.open(name)).match(WHOLE)) whole.push(name)
  return whole.sort()
}
async function kept(path) {
  const name = (await sets()).at(-1)
  return name === undefined ? undefined : (await caches.open(name)).match(path)
}
async function keep() {
  const answers = await Promise.all(FILES.map((path) => fetch(path, { cache: 'no-store' })))
  if (!answers.every((answer) => answer.ok)) throw new Error('a file did not come')
  const name = NAME + String(Date.now()).padStart(16, '0')
  const cache = await caches.open(name)
  try {
    await Promise.all(answers.map((answer, i) => cache.put(FILES[i], answer)))
    await cache.put(WHOLE, new Response('yes'))
  } catch (error) {
    await caches.delete(name)
    throw error
  }
  for (const old of await caches.keys()) if (old.startsWith(NAME) && old < name) await caches.delete(old)
}
self.addEventListener('message', (event) => {
  if (event.data !== 'keep') return
  event.waitUntil(keep().then(() => true, () => false).then((done) => event.ports[0].postMessage(done)))
})
self.addEventListener('fetch', (event) => {
  const url = new URL(event.request.url)
  if (event.request.method !== 'GET' || !FILES.includes(url.pathname)) return
  const fromNetwork = fetch(event.request).catch(async () => (await kept(url.pathname)) ?? Response.error())
  // A page that is gone may have been kept here before: then it still plays.
  const orKept = fromNetwork.then(async (answer) => answer.ok || answer.type === 'opaqueredirect' ? answer : (await kept(url.pathname)) ?? answer)
  const whenSlow = new Promise((resolve) => setTimeout(async () => {
    const found = await kept(url.pathname)
    if (found) resolve(found)
  }, 4000))
  event.respondWith(Promise.race([orKept, whenSlow]))
})
`

/** Takes the place of the worker earlier versions put under the arcade's own origin: the page there leads on now. */
export const RETIRED_WORKER = `self.addEventListener('install', () => self.skipWaiting())
self.addEventListener('activate', (event) => event.waitUntil(self.registration.unregister().then(() => self.clients.matchAll()).then((all) => Promise.all(all.map((one) => one.navigate(one.url))))))
`
