export { TidyStage } from './TidyStage'
