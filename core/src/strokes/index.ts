export { BRUSH_RADIUS, doneOf, LISTED, Point, saysOf, STROKE } from './stroke'
export { boxOfStroke, brushHold, strokeAt, wholePixels, type PxStroke } from './brush'
