export default defineApi(() => {
  throw refuse.missing('This address')
})
