export { describeFileProblem, FileError, type FileProblem } from './fileError'
export { readFileFacts, type FileFacts } from './fileFacts'
export {
  FILE_TYPES,
  fileTypeWords,
  FORMATS,
  MADE_FORMATS,
  type FileType,
  type Format,
} from './formats'
export { LIMITS } from './limits'
export { withPlain, type Codec, type HostFormat, type PreviewFile } from './port'
export { chromaFor, type Chroma } from './chroma'
export { encodePalettePng, isFlat } from './palettePng'
export { encodeTiff } from './writeTiff'
export { SRGB_PROFILE } from './srgbProfile'
export { tagSrgb } from './tagSrgb'
export { readCaptureFacts, type CaptureFacts } from './captureFacts'
export { densityOf, statedDensity, USUAL_DPI, WITH_DENSITY, withDensity } from './density'
export { fittingWords, hasWords, readCredit, withFileWords, type FileWords } from './fileWords'
export { withPngChunk } from './pngChunk'
export { heifProfile, withPngProfile } from './pngProfile'
export { readTiffHead, type TiffHead } from './tiffHead'
export { assertTiffBounds, assertTiffIsPlain } from './tiffBounds'
