import { dropDueEmails } from '../utils/plays'
import { takeUpAgain } from '../utils/postings'

const DAY_MS = 86_400_000

/** What was on its way when the server stopped goes on; addresses that are due are deleted once a day. */
export default defineNitroPlugin(() => {
  const sweep = () =>
    void dropDueEmails().catch((error: unknown) =>
      console.error('sweep:', error instanceof Error ? error.message : 'unknown'),
    )
  setInterval(sweep, DAY_MS).unref()
  sweep()
  void takeUpAgain().catch((error: unknown) =>
    console.error('take up:', error instanceof Error ? error.message : 'unknown'),
  )
})
