export default defineEventHandler(async (event) => (await uploadServer()).handleWeb(toWebRequest(event)))
