import * as Comlink from 'comlink'
import { liteAdaptor } from 'mathjax-full/js/adaptors/liteAdaptor.js'
import { RegisterHTMLHandler } from 'mathjax-full/js/handlers/html.js'
import { TeX } from 'mathjax-full/js/input/tex.js'
import 'mathjax-full/js/input/tex/ams/AmsConfiguration.js'
import { mathjax } from 'mathjax-full/js/mathjax.js'
import { SVG } from 'mathjax-full/js/output/svg.js'

/** Half the height of a small x, px: large enough for a card on a projector. */
const EX = 22

const adaptor = liteAdaptor()
RegisterHTMLHandler(adaptor)
// No package that defines commands, asks for files or makes links: rows come from other people's tables.
const document = mathjax.document('', {
  InputJax: new TeX({ packages: ['base', 'ams'], maxBuffer: 4096, maxMacros: 500 }),
  OutputJax: new SVG({ fontCache: 'none' }),
})

const worker = {
  /** TeX as an SVG in that ink; or what is wrong with it, in the words of its reader. */
  draw(tex: string, ink: string): { svg: string } | { wrong: string } {
    const made = adaptor.innerHTML(document.convert(tex, { display: true }) as never)
    const wrong = /data-mjx-error="([^"]*)"/.exec(made)
    if (wrong !== null) return { wrong: wrong[1]!.replaceAll('&quot;', '"').replaceAll('&amp;', '&') }
    const size = (ex: string) => `${Math.ceil(Number(ex) * EX * 2)}`
    const svg = made
      .replace(/<svg([^>]*?)style="[^"]*"/, '<svg$1')
      .replace(/\bwidth="([\d.]+)ex"/, (_, ex: string) => `width="${size(ex)}"`)
      .replace(/\bheight="([\d.]+)ex"/, (_, ex: string) => `height="${size(ex)}"`)
      .replaceAll('currentColor', ink)
    return { svg }
  },
}
export type FormulaWorker = typeof worker

Comlink.expose(worker)
