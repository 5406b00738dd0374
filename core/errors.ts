/** Something a user gave cannot be taken. The message is one sentence they can act on: what, which file, what to do. */
export class UserError extends Error {
  constructor(
    message: string,
    readonly code: string,
  ) {
    super(message)
    this.name = 'UserError'
  }
}

export const userError = (code: string, message: string): UserError => new UserError(message, code)
