/**
 * From where on something measured becomes a finding. Each line: what is measured, in which unit, and
 * the limit; each step's `examine` compares.
 */
export const THRESHOLDS = {
  /** Longer side over shorter, beyond the brief's ratio: a share. */
  ratioOff01: 0.01,
  /** Bytes a pixel of a photograph. */
  heavyBytesPerPixel: 2,
  /** Chroma of a backdrop that should be grey, in Lab. */
  castChroma: 3.5,
  /** The same once a neutral has been read: papers that pass for white or grey have up to so much colour of their own. */
  ownColourChroma: 15,
  /** Lightness of a backdrop that counts as light paper, L*, and how even it must be to tell. */
  paperL: 35,
  plainShare01: 0.85,
  /** Light against the middle of the lighting's shots on the same backdrop, in stops. */
  darkEv: -0.45,
  brightEv: 0.45,
  /** Without such shots: median L* of the photograph. */
  darkMedianL: 22,
  brightMedianL: 94,
  /** Share of clipped pixels. */
  clipped01: 0.02,
  /** Blur of the product's sharpest edges, in pixels where it is at most 1200 px long. */
  blurPx: 1.7,
  /** Share of the pixels that are asked below which a picture is too small: less can't be seen. */
  pixels01: 0.95,
  /** Degrees. */
  tiltDegrees: 1,
  /** Distance of the product's centre from the frame's, as a share of the frame. */
  offCentre01: 0.15,
  /** Specks on a plain backdrop. */
  specks: 12,
  /** Spread of the backdrop's L* over the frame. */
  unevenL: 20,
  /** Bits of 256 in which two photographs may differ and still be one motif. */
  sameMotifBits: 6,
} as const
