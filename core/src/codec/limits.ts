/**
 * What a photograph may ask of a decoder, on every host. Each bound is there because a small file can
 * ask for more than a machine has.
 */
export const LIMITS = {
  /** Decoded at 8 bits, the largest takes 256 MB. */
  maxPixels: 64_000_000,
  /** A row or column of this length still goes through every kernel; longer ones are no photograph. */
  maxSidePx: 32_000,
  /** A file is read into memory whole. */
  maxFileBytes: 500_000_000,
  /** What compressed parts of a file may expand to, against what its sides and depth ask for. */
  maxExpansion: 1.02,
  /** A decoder that is not through by then has been given something made to hold it up. */
  decodeTimeoutMs: 60_000,
} as const
