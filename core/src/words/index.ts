export { escapeMarkup } from './markup'
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
