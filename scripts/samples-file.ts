import { join } from 'node:path'

/** What is kept of the sample games: the key they were posted with, and their ids. */
export const keptIn = (dataDir: string): string => join(dataDir, 'samples.json')
