import { takeUpAgain } from '../utils/postings'

/** What was on its way when the server stopped goes on. */
export default defineNitroPlugin(() => {
  void takeUpAgain().catch((error: unknown) =>
    console.error('take up:', error instanceof Error ? error.message : 'unknown'),
  )
})
