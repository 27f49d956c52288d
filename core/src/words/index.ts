export { escapeMarkup } from './markup'
export { tableText } from './table'
export {
  countOf,
  formatBytes,
  formatCount,
  formatDuration,
  formatRatio,
  formatPercent,
  formatSigned,
  formatSize,
  formatTimes,
} from './numbers'
