export default defineEventHandler(serveGame)
