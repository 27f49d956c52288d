/** A file of the app itself could not be fetched: the server is gone for the moment. Worth another try. */
export class UnreachableError extends Error {
  override readonly name = 'UnreachableError'
  constructor(
    /** What could not be fetched, in words. */
    readonly what: string,
    options?: ErrorOptions,
  ) {
    super(`${what} can’t be loaded; is Cloudbank’s server running?`, options)
  }
}
