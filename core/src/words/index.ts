export {
  countOf,
  formatBytes,
  formatCount,
  formatDuration,
  formatPercent,
  formatSigned,
  formatSize,
} from './numbers'
