export { GroundStage } from './GroundStage'
