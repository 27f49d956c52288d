export { FINDING_CODES, FINDINGS, type Finding, type FindingCode, type Weight } from './finding'
