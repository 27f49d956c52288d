export {
  CutOwn,
  Repair,
  type Outline,
  type PathNode,
  type RepairKind,
  type RepairOf,
  type Repairs,
} from './repairs'
export { hintedLook, hintsOf, knownLook, type HintedLook } from './hints'
export {
  isWorked,
  repairedMatte,
  seeThroughBehind,
  warmRepairs,
  type HandWork,
} from './repairedMatte'
export { traceOutline } from './traceOutline'
export { snapOutlines } from './snapOutlines'
export { carriedRepair } from './carry'
export { corner, svgFile, svgPath } from './outline'
