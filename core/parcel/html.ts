import type { GameDoc } from '../game/types'

const ENTITIES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' }
export const escapeHtml = (text: string): string => text.replace(/[&<>"']/g, (mark) => ENTITIES[mark]!)

/** JSON that may stand inside a script element: nothing in it can end the element. */
export const escapeJson = (value: unknown): string =>
  JSON.stringify(value).replaceAll('<', '\\u003c').replaceAll('\u2028', '\\u2028').replaceAll('\u2029', '\\u2029')

const STYLE =
  'html,body{margin:0;height:100%;background:#171b26;overflow:hidden;overscroll-behavior:none}#game{position:fixed;inset:0;touch-action:none}' +
  '#game canvas{display:block;outline:none}#game p{position:absolute;inset:auto 8% 40%;color:#f1ebdd;font:18px/1.5 sans-serif;text-align:center}'

interface PageParts {
  doc: GameDoc
  description: string
  head: string
  scripts: string
}

function page({ doc, description, head, scripts }: PageParts): string {
  return `<!doctype html>
<html lang="${escapeHtml(doc.languages[0]!.tag)}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width,initial-scale=1,viewport-fit=cover">
<title>${escapeHtml(doc.title)}</title>
<meta name="description" content="${escapeHtml(description)}">
<meta name="theme-color" content="#171b26">
${head}<style>${STYLE}</style>
</head>
<body>
<div id="game"><noscript><p>This game needs JavaScript.</p></noscript></div>
${scripts}
</body>
</html>
`
}

/** index.html of a parcel: everything it loads lies beside it, so it works from any sub-path. */
export const parcelPage = (doc: GameDoc, description: string): string =>
  page({
    doc,
    description,
    head: '<link rel="manifest" href="manifest.webmanifest">\n<link rel="icon" href="icon-192.png">\n',
    scripts:
      '<script src="player.js"></script>\n<script>PackPostPlayer.play(document.getElementById("game"),"game.json")</script>',
  })

/** What starts the game on a page that may run no script of its own: `start.js`. */
export const START_SCRIPT = 'PackPostPlayer.play(document.getElementById("game"),"game.json")\n'

/** index.html as a host writes it: every script is a file, so that its policy can forbid all others. */
export const hostedPage = (doc: GameDoc, description: string): string =>
  page({
    doc,
    description,
    head: '<link rel="icon" href="icon-192.png">\n',
    scripts: '<script src="player.js"></script>\n<script src="start.js"></script>',
  })

/** The whole game in one page; `doc` has data: URLs for its files. */
export const singlePage = (doc: GameDoc, description: string, playerCode: string, head = ''): string =>
  page({
    doc,
    description,
    head,
    scripts: `<script>${playerCode}</script>\n<script>PackPostPlayer.play(document.getElementById("game"),${escapeJson(doc)})</script>`,
  })

export function creditsPage(doc: Pick<GameDoc, 'title' | 'credits'>): string {
  const rows = doc.credits
    .map(
      (c) =>
        `<tr><td>${escapeHtml(c.what)}</td><td>${escapeHtml(c.author)}</td><td>${escapeHtml(c.licence)}</td><td>${escapeHtml(c.link)}</td></tr>`,
    )
    .join('\n')
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>Credits: ${escapeHtml(doc.title)}</title></head>
<body><h1>${escapeHtml(doc.title)}</h1><table><tr><th>What</th><th>By</th><th>Licence</th><th>Where from</th></tr>
${rows}
</table></body></html>
`
}
