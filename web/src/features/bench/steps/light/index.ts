export { LightStage } from './LightStage'
