export { escapeMarkup } from './markup'
export { tableText } from './table'
export {
  countOf,
  formatBytes,
  formatCount,
  formatDuration,
  formatPercent,
  formatRatio,
  formatSigned,
  formatSize,
  formatTimes,
} from './numbers'
