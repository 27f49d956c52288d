export { CancelledError, type StopSignal } from './cancelled'
export { type EngineContext } from './context'
export { decideShot, type Decision } from './decideShot'
export { planRendition } from './planRendition'
export { drawLinear, drawRendition, groundOf, placeOf } from './drawRendition'
export { renderShot, type RenditionFile, type ShotResult } from './renderShot'
export { lightPicture } from './lightPicture'
export { changedBetween, CUT_LOOKS, drawCutView, type CutLook, type CutView } from './cutView'
export { cutTileKey, drawCutTile, type CutTile } from './cutTile'
export { stagePictures, type StagePicture } from './stagePictures'
export { encodeRendition, type EncodedFile } from './encodeRendition'
export { mendShot, type MendedShot } from './mendShot'
export {
  drawTidyView,
  SHADES,
  TIDY_LOOKS,
  type Shade,
  type TidyLook,
  type TidyView,
  type TidyViewOptions,
} from './tidyView'
export { drawTidyTile, tidyTileKey, type TidyTile } from './tidyTile'
