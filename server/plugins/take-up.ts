import { dropDueEmails } from '../utils/plays'
import { takeUpAgain } from '../utils/postings'
import { readAllRecords } from '../utils/store'

const DAY_MS = 86_400_000

/** What was on its way when the server stopped goes on; addresses that are due are deleted once a day. */
export default defineNitroPlugin(() => {
  const sweep = () =>
    void dropDueEmails().catch((error: unknown) =>
      console.error('sweep:', error instanceof Error ? error.message : 'unknown'),
    )
  setInterval(sweep, DAY_MS).unref()
  sweep()
  void readAllRecords()
    .then(({ records, aside }) => {
      if (aside > 0) console.error(`arcade: ${records} records were read; ${aside} make no sense and lie under aside/.`)
    })
    .catch((error: unknown) => {
      console.error('The arcade cannot read its records and stops:', error instanceof Error ? error.message : 'unknown')
      process.exit(1)
    })
  void takeUpAgain().catch((error: unknown) =>
    console.error('take up:', error instanceof Error ? error.message : 'unknown'),
  )
})
