export default defineApi(async (event) => {
  const view = await appView(event)
  setResponseHeaders(event, {
    'content-type': 'text/html; charset=utf-8',
    'x-robots-tag': 'noindex',
    'content-security-policy': "frame-ancestors 'self'",
  })
  return appPage(view)
})
