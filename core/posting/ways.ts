import * as z from 'zod'

/** A WebDAV folder as another way out. Name and password go through and are kept nowhere. */
export const WebdavRequest = z.object({
  upload: z.string().regex(/^[A-Za-z0-9_-]{8,64}$/),
  address: z.url({ protocol: /^https?$/ }).max(500),
  /** Made below the address. */
  folder: z.string().regex(/^[a-z0-9][a-z0-9-]{0,59}$/),
  user: z.string().max(200),
  password: z.string().max(500),
})
export type WebdavRequest = z.infer<typeof WebdavRequest>

export const WebdavHosts = z.object({ hosts: z.array(z.string()) })
export const WebdavAnswer = z.object({ files: z.int(), bytes: z.int(), address: z.string() })
export type WebdavAnswer = z.infer<typeof WebdavAnswer>
