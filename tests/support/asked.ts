import { IncomingMessage, ServerResponse } from 'node:http'
import { Socket } from 'node:net'
import { createEvent, type H3Event } from 'h3'

export interface Asked {
  method?: string
  headers?: Record<string, string>
  /** The address it came from. */
  from?: string
}

/** A request as the server’s code sees it, without a server. */
export function asked(url: string, { method = 'GET', headers = {}, from = '192.0.2.1' }: Asked = {}): H3Event {
  const socket = Object.defineProperty(new Socket(), 'remoteAddress', { value: from })
  const request = Object.assign(new IncomingMessage(socket), { url, method })
  Object.assign(request.headers, { host: 'quay.invalid', ...headers })
  return createEvent(request, new ServerResponse(request))
}
