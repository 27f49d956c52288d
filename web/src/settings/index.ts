export {
  boundsOf,
  describeChange,
  formatSetting,
  groupsOf,
  hintOf,
  stepWith,
  touchWords,
  wordsToFind,
  type FieldOf,
  type NumberControl,
} from './controls'
export { useBriefEditor, type BriefEditor } from './useBriefEditor'
export { drafted, type Drafts, type DraftPlace } from './drafts'
export { useDrafts, type Change, type DraftActions } from './useDrafts'
