export {
  boundsOf,
  changedFields,
  controlsOf,
  describeChange,
  formatSetting,
  groupsOf,
  hintOf,
  isFound,
  stepWith,
  touchWords,
  type FieldOf,
  type NumberControl,
} from './controls'
export { forPlacement, type PlacementEditor } from './forPlacement'
export { useBriefEditor, type BriefEditor } from './useBriefEditor'
export { drafted, type Drafts, type DraftPlace } from './drafts'
export { useDrafts, type Change, type DraftActions } from './useDrafts'
