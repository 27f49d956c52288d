export { Placement, PlacementChanges } from './placement'
