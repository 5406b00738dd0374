/** The arcade may be found; the editor and the files of games need not. */
export default defineEventHandler((event) => {
  setResponseHeader(event, 'content-type', 'text/plain; charset=utf-8')
  return `User-agent: *\nAllow: /arcade\nDisallow: /packs\nDisallow: /play\nDisallow: /api\nSitemap: ${publicOrigin(event)}/sitemap.xml\n`
})
