export { BriefPage } from './BriefPage'
export { ByEyePage } from './ByEyePage'
