export { Previewer, type PreviewerEndpoint, type PreviewerEvents } from './Previewer'
export { rasterBuffers } from './rasterBuffers'
export { servePreviewer, type PreviewPlatform } from './servePreviewer'
export type {
  FromPreviewer,
  Marks,
  PictureWork,
  PreviewAnswers,
  PreviewRequest,
  Retouching,
  StageRaster,
  ToPreviewer,
  ViewRaster,
} from './protocol'
