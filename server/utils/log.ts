import pino from 'pino'

/**
 * Lines of JSON on the standard output. Nothing of a request goes in but its path without what is asked: no addresses,
 * no keys, no words of players.
 */
export const log = pino({
  name: 'arcade',
  level: process.env['NUXT_LOG_LEVEL'] ?? 'info',
  redact: ['key', 'session', 'authorization', 'cookie', 'email', 'password', 'address'],
})

/** Of a fault, what helps to find it. */
export const faultOf = (error: unknown): { fault: string; stack?: string } =>
  error instanceof Error
    ? {
        fault: error.message.slice(0, 300),
        ...(error.stack === undefined ? {} : { stack: error.stack.slice(0, 2000) }),
      }
    : { fault: 'unknown' }
