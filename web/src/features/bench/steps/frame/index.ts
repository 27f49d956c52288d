export { FrameStage } from './FrameStage'
