export {
  CutOwn,
  Repair,
  type Outline,
  type PathNode,
  type Point,
  type RepairKind,
  type RepairOf,
} from './repairs'
export { isWorked, repairedMatte, warmRepairs, type HandWork } from './repairedMatte'
export { svgFile, svgPath } from './outline'
