export { SheetPage } from './SheetPage'
