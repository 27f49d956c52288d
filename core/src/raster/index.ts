export {
  assertLength,
  assertSameSize,
  labRaster,
  linearRaster,
  rowsOf,
  planeF32,
  planeU8,
  srgbRaster,
  type LabPicture,
  type LinearRgba,
  type PlaneF32,
  type PlaneU8,
  type Raster,
  type RasterFormat,
  type Size,
  type SrgbRgba8,
} from './raster'
export { SizeMismatchError } from './errors'
export { median } from './median'
export { byteOfLinear, LINEAR_OF_BYTE, linearToSrgb, srgbToLinear, tabledSrgb } from './transfer'
export { bytesToHex, HexColour, hexToBytes, hexToLinear, luminance, type Rgb } from './colour'
export { labOfLinear, labToLinear, lightnessOfLinear, linearToLab } from './lab'
export {
  CUBIC,
  LINEAR,
  POINT,
  resampleTable,
  type Kernel,
  type ResampleTable,
} from './resampleTable'
export { fitInside, resampleLinear, resamplePlane, resampleSrgb } from './resample'
export {
  fractionsOf,
  pixelsOf,
  rescaled,
  WHOLE_01,
  wholeOf,
  within01,
  type Box01,
  type PxBox,
} from './coordinates'
export { nearestSites, SITE } from './nearestSites'
export { layOnGround, srgbOfLinear } from './encodeSrgb'
export { deltaE2000 } from './deltaE2000'
export { adaptWhite, D65, daylightXy, xyzOfRgb, xyzOfXy } from './adaptation'
export { diagonal3, IDENTITY3, multiply3, transform3, type Matrix3 } from './matrix3'
export { gaussianBlur, softenInterleaved, softenPlane } from './blur'
export { boxAbove, components, type Component, type Components } from './components'
export { squaredDistance } from './distance'
export { markClipping, strainView } from './inspect'
export { orient } from './orient'
