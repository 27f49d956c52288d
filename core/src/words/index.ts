export { escapeMarkup } from './markup'
export { tableText } from './table'
export {
  countOf,
  formatBytes,
  formatCount,
  formatDuration,
  formatPercent,
  formatSigned,
  formatSize,
  formatTimes,
} from './numbers'
