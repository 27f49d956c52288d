/** A table or picture of the user's own that settings name. */
export interface AssetUse {
  /** What it is to its step: “look”, “ground”. */
  readonly role: string
  /** What its user calls it. */
  readonly name: string
  /** SHA-256 of its file, in hex. */
  readonly hash: string
}
