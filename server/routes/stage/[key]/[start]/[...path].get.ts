export default defineEventHandler(serveStage)
