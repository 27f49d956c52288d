export { BrushSize } from './BrushSize'
export {
  boxTool,
  clickTool,
  pointOf,
  resized,
  SIZES,
  strokeTool,
  type Drawing,
  type InHand,
} from './brush'
export { HandMarks, LINES } from './HandMarks'
export { HandList } from './HandList'
export { nextTurn, useHands, type HandActions } from './useHands'
export { useShownParts, type ShownPart } from './useShownParts'
export { DrawnParts } from './DrawnParts'
