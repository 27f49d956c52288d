export { ReviewPage } from './ReviewPage'
