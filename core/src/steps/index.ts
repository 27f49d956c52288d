export {
  CurvePoint,
  Even,
  LightSettings,
  Look,
  LOOK_IDS,
  Neutral,
  type LookId,
} from './light/settings'
export { LOOKS, withLook } from './light/looks'
export {
  CubeError,
  formatCube,
  parseCube,
  readCubeAsset,
  sampleCube,
  type CubeLut,
} from './light/cube'
export { planGrade, NO_GRADE, type Grade } from './light/grade'
export { applyGrade, reserveGrade } from './light/applyGrade'
export { applyFlatten, planFlatten, type Flatten } from './light/flatten'
export { toneCurve } from './light/toneCurve'
export { planLight, type LightPlan } from './light/planLight'
export { lightingTouch, type LightingLayer } from './light/lightingTouch'
export { readNeutral, type NeutralDoubt, type NeutralReading, type Spot } from './light/readNeutral'
export { gainsToGrey, isPlausibleGrey, neutralGains } from './light/neutralGains'
export { planEvenOut, type EvenInput, type EvenPlan } from './light/evenOut'
export { proposeNeutral, type NeutralProposal } from './light/proposeNeutral'
export { groupLightings, type LightingClue, type LightingGroup } from './light/groupLightings'
export { CutSettings } from './cut/settings'
export { levelKey } from './cut'
export type { Patience } from './patience'
export { confidenceOf } from './cut/confidence'
export { extractForeground } from './cut/extractForeground'
export * from './cut/repair'
export { TidySettings } from './tidy/settings'
export { TidyOwn, Retouch, type RetouchKind, type RetouchOf } from './tidy/retouches'
export { carriedRetouch } from './tidy/carryRetouch'
export { specksSeen, type MarkStanding, type SpeckSeen } from './tidy/dirt'
export { bandingOf } from './tidy/banding'
export { sweepPass, sweptArea } from './tidy/sweep'
export { toneOf } from './tidy/tools'
export { Behind as BehindSetting, GroundSettings } from './ground/settings'
export { roomOf } from './frame/planFrame'
export { FrameSettings, type Enlarging } from './frame/settings'
export { placementSize } from './frame/planFrame'
export { isConvex } from './frame/convex'
export { cornersOf, moved, uprightOf, type Corners, type Upright } from './frame/upright'
export { formatFor, formatWord, mayBeTransparent } from './finish/formatFor'
export {
  Mark,
  MarkChange,
  MarkPlace,
  MarkSettings,
  MarkWork,
  MAX_MARKS,
  type InsetPicture,
  type MarkKind,
  type MarkOf,
  type MarkRule,
  type Plate,
  type TextLook,
} from './mark/settings'
export {
  areAllowed,
  changed as changedMark,
  isWanted,
  marksFor,
  scaled as scaledMark,
} from './mark/which'
export { nameOf as markName, KIND_NAMES as MARK_KIND_NAMES } from './mark/lay/surface'
export { isFont } from './mark/readMarkAsset'
export { FinishSettings, MAX_PLACEMENTS } from './finish/settings'
export { searchLikeness, searchQuality } from './finish/searchQuality'
export { similarity, similarityTo } from './finish/ssim'
export { bare, fieldOf, rangeOf, type Control, type ControlGroup } from './controls'
export { canonicalJson, nonDefaults } from './nonDefaults'
export { PER_PLACEMENT } from './perPlacement'
export { STEPS, type StepId } from './registry'
export { defineRegistry, type Registry } from './defineRegistry'
export {
  describeFinding,
  examinePhotograph,
  findingKinds,
  stepOf,
  wordsOf,
  type FindingKind,
} from './findings'
export {
  defineStep,
  type Decided,
  type DecideContext,
  type MadeFile,
  type Given,
  type ScaledContext,
  type Step,
  type StoredWork,
} from './step'
export { FIRST_OVER_GROUND, LAYERS, type Layer, type PaintPlace, type Pass } from './pass'
export { PHASES, phasesOf, stepsIn, type Phase } from './phases'
export type { AssetUse } from './asset'
export { handDone, type HandDone, type Hands } from './hands'
export {
  defineView,
  type View,
  type Viewed,
  type ViewedPart,
  type ViewedShot,
  type ViewFacts,
  type ViewOptions,
} from './view'
export { LIFT } from './cut/lift'
export type { CutFacts } from './cut/views/cutFacts'
export {
  CUT_LOOKS,
  type CutLook,
  type CutViewFacts,
  type CutViewOptions,
} from './cut/views/closeView'
export type { CutTileFacts } from './cut/views/tileView'
export {
  SHADES,
  TIDY_LOOKS,
  type Shade,
  type SpeckMark,
  type TidyLook,
  type TidyViewFacts,
  type TidyViewOptions,
} from './tidy/views/closeView'
export type { TidyTileFacts } from './tidy/views/tileView'

export { type Behind, type Handle, type RenditionPlan } from './renditionPlan'
export { planHem, type HemSegment, type HemState, type ShotState, type Standing } from './hem'
