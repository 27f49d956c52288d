export { FINDING_CODES, FINDINGS, type Finding, type FindingCode, type Weight } from './finding'
export { describeRatio, measureFindings, type FindingContext } from './measureFindings'
export { THRESHOLDS } from './thresholds'
