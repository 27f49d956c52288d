/** Something named in the call that cannot be used; the message names the file and every reason. */
export class UsageError extends Error {
  override readonly name = 'UsageError'
}
