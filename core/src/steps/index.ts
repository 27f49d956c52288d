export { FINDER_SIDE_PX, findProduct, type Finder } from './cut/finder'
