export { CancelledError, type StopSignal } from './cancelled'
export { groundLight, renderComposition } from './renderComposition'
export {
  cutShot,
  compose,
  renderShot,
  type EngineContext,
  type RenditionFile,
  type ShotResult,
} from './renderShot'
export { packMatte, unpackMatte, type PackedMatte } from './packMatte'
export { lightPicture, type LightOf } from './lightPicture'
