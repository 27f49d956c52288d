export { BriefPage } from './BriefPage'
