/** A plan names a table or picture by its hash, and it is not to be had. */
export class AssetMissingError extends Error {
  override readonly name = 'AssetMissingError'
  constructor(
    /** What it is called where it was chosen. */
    readonly role: string,
    readonly hash: string,
  ) {
    super(`“${role}” is missing; import it again, or choose another`)
  }
}
