export { Previewer, type PreviewerEndpoint } from './Previewer'
export { rasterBuffers } from './rasterBuffers'
export { servePreviewer, type PreviewPlatform } from './servePreviewer'
export type {
  CutFacts,
  CutRaster,
  FromPreviewer,
  Marks,
  PreviewAnswers,
  PreviewRequest,
  StageRaster,
  TidyRaster,
  ToPreviewer,
} from './protocol'
