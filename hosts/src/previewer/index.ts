export { Previewer, type OnRetouching, type PreviewerEndpoint } from './Previewer'
export { rasterBuffers } from './rasterBuffers'
export { servePreviewer, type PreviewPlatform } from './servePreviewer'
export type {
  FromPreviewer,
  Marks,
  PreviewAnswers,
  PreviewRequest,
  Retouching,
  StageRaster,
  ToPreviewer,
  ViewRaster,
} from './protocol'
