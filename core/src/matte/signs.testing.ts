import type { CutSigns } from './matte'

/** Signs of a cut that can be trusted, for tests of whoever is given a matte. */
export const SURE_SIGNS: CutSigns = {
  moved: 0.001,
  raggedness: 4,
  holes: 0,
  expectedIou: 0.95,
  agreement01: 0.99,
}
