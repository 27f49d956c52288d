export { describePicture, PictureFacts } from './file/describePicture'
export { jpegQuality } from './file/jpegQuality'
export { ballastBytes, withoutBallast } from './file/withoutBallast'
export { PictureUse } from './page/pictureUse'
export { readHar, type RecordedFile, type Recording } from './page/readHar'
export { readPage, type PageRead, type Viewing } from './page/readPage'
export { withLayout, type LaidOut } from './page/laidOut'
export { addressesIn, withStandIns } from './page/styleSheet'
export { rewrite, type RewrittenFile } from './rewrite'
export { FAULT_TITLES, FAULTS, faultsOf, type Fault, type FaultCode, type Judged } from './faults'
export {
  guessedShare,
  secondsOver,
  shootTotals,
  totalsOf,
  type ShootTotals,
  type Totals,
  type Weighed,
} from './totals'
export { lightest, possibleBytes, Rewritten, WAY_WORDS, WAYS, type Way } from './ways'
export {
  fitsLightBrief,
  lightBrief,
  lightTouches,
  neededSide,
  weighPlan,
  WeighOptions,
} from './weighPlan'
export { bestOf, faultsIn, savedBytes, WeighedPicture, worstFirst } from './picture'
export {
  addressOfPath,
  eachOnce,
  loadedBeside,
  pathOfAddress,
  usesByPath,
  type SavedPage,
} from './page/paths'
export { reportData, reportPage, reportTable, type Weighing } from './report'
export { FetchOrder, FetchRefusal, FOUND_AT, HostRule, HostRules } from './fetchProtocol'
