export { RunsPage } from './RunsPage'
