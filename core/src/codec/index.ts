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
export { type Codec, type PreviewFile } from './port'
export { SRGB_PROFILE } from './srgbProfile'
export { tagSrgb } from './tagSrgb'
export { readCaptureFacts, type CaptureFacts } from './captureFacts'
export { densityOf, USUAL_DPI, WITH_DENSITY, withDensity } from './density'
export { withPngChunk } from './pngChunk'
export { heifProfile, withPngProfile } from './pngProfile'
export { readTiffHead, type TiffHead } from './tiffHead'
export { assertTiffBounds, assertTiffIsPlain } from './tiffBounds'
