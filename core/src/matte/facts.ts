import { defineFact } from '../facts'
import type { Box01 } from '../raster'
import type { Matte } from './matte'

/** What is product; null where nothing was to be cut. */
export const MATTE = defineFact<Matte | null>('matte', null)
/** The product's box; null where nothing has been cut. */
export const PRODUCT = defineFact<Box01 | null>('product', null)
