export { FINDER_SIDE_PX, findProduct, type Finder } from './cut/finder'
export { type Matte, type Box01 } from './cut/matte'
export { nearestSites, SITE } from './cut/sites'
export { CutSettings } from './cut/settings'
export { GroundSettings } from './ground/settings'
export { FrameSettings } from './frame/settings'
export { type FrameWindow } from './frame/planFrame'
export {
  CurvePoint,
  Even,
  LIGHT_GROUPS,
  LightSettings,
  LightTouch,
  Look,
  LOOK_IDS,
  Neutral,
  type LightGroup,
  type LookId,
} from './light/settings'
export { LOOKS, withLook } from './light/looks'
export { CubeError, formatCube, parseCube, sampleCube, type CubeLut } from './light/cube'
export { planGrade, NO_GRADE, type Grade } from './light/grade'
export { applyGrade, reserveGrade } from './light/applyGrade'
export { applyFlatten, planFlatten, type Flatten } from './light/flatten'
export { toneCurve } from './light/toneCurve'
export { readNeutral, type NeutralDoubt, type NeutralReading, type Spot } from './light/readNeutral'
export { gainsToGrey, isPlausibleGrey, neutralGains } from './light/neutralGains'
export { planEvenOut, type EvenInput, type EvenPlan } from './light/evenOut'
export { FinishSettings, FORMATS, Placement, type Format } from './finish/settings'
export { searchQuality, type Attempt } from './finish/searchQuality'
export { STEPS } from './registry'
export { cut } from './cut'
export { light } from './light'
export { untouched, type Composition, type Step, type StepContext, type StepId } from './step'
export { proposeNeutral, type NeutralProposal } from './light/proposeNeutral'
export { groupLightings, type LightingClue, type LightingGroup } from './light/groupLightings'
