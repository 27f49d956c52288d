export { describePicture, PictureFacts } from './file/describePicture'
export { jpegQuality } from './file/jpegQuality'
export { ballastBytes, withoutBallast } from './file/withoutBallast'
export { PictureUse } from './page/pictureUse'
export { readHar, type RecordedFile, type Recording } from './page/readHar'
export { readPage, type PageRead, type Viewing } from './page/readPage'
export { rewrite, type RewrittenFile } from './rewrite'
export { FAULT_TITLES, FAULTS, faultsOf, type Fault, type FaultCode, type Judged } from './faults'
export { guessedShare, secondsOver, totalsOf, type Totals, type Weighed } from './totals'
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
export { eachOnce, pathOfAddress, usesOfFiles } from './page/paths'
export { reportData, reportPage, reportTable, type Weighing } from './report'
export { FetchOrder, FetchRefusal, FOUND_AT, HostRule, HostRules } from './fetchProtocol'
