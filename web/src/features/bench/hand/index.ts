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
export { ListedList } from './ListedList'
export { Part } from './Part'
export { nextTurn, useListed, type ListedActions } from './useListed'
export { useShownParts, type ShownPart } from './useShownParts'
export { ToolChoice } from './ToolChoice'
export { DrawnParts } from './DrawnParts'
