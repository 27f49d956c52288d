export { carrying, type CarryPlace, type Carrying } from './carry'
export { BRUSH_RADIUS, doneOf, LISTED, Point, identityOf, STROKE } from './stroke'
export { boxOfStroke, brushHold, strokeAt, wholePixels, type PxStroke } from './brush'
