/** Hosts that the keeper of this server allows. */
export default defineApi(() => ({ hosts: allowedOrigins() }))
