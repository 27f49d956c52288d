export { Previewer, type PreviewerEndpoint } from './Previewer'
export { servePreviewer, type PreviewPlatform } from './servePreviewer'
export type {
  FromPreviewer,
  Marks,
  PreviewAnswers,
  PreviewRequest,
  StagePicture,
  ToPreviewer,
} from './protocol'
