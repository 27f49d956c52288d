export { CutStage } from './CutStage'
