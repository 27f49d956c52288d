interface Sides {
  readonly width: number
  readonly height: number
}

/** Two rasters that must be of one size are not. A bug of the caller, never of a file. */
export class SizeMismatchError extends Error {
  override readonly name = 'SizeMismatchError'
  constructor(
    readonly left: Sides,
    readonly right: Sides,
  ) {
    super(`${left.width} × ${left.height} does not match ${right.width} × ${right.height}`)
  }
}
