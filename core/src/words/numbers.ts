const whole = new Intl.NumberFormat('en', { maximumFractionDigits: 0 })

/** “28”, “1,204”. */
export const formatCount = (count: number): string => whole.format(count)

/** “1 shot”, “28 shots”; give a plural of its own where adding s is wrong. */
export const countOf = (count: number, one: string, many = `${one}s`): string =>
  `${formatCount(count)} ${count === 1 ? one : many}`

/** “812 B”, “48 KB”, “28.4 MB”, “1.2 GB”: powers of a thousand, as files are weighed. */
export function formatBytes(bytes: number): string {
  if (bytes < 1000) return `${whole.format(bytes)}\u00a0B`
  if (bytes < 999_500) return `${whole.format(bytes / 1000)}\u00a0KB`
  if (bytes < 999_950_000) return `${(bytes / 1e6).toFixed(1)}\u00a0MB`
  return `${(bytes / 1e9).toFixed(1)}\u00a0GB`
}

/** “84.9 %” of a fraction. */
export const formatPercent = (share01: number, digits = 1): string =>
  `${(share01 * 100).toFixed(digits)} %`

/** “48 s”, “3 min”, “1 h 20 min”. */
export function formatDuration(ms: number): string {
  const seconds = Math.max(0, Math.round(ms / 1000))
  if (seconds < 100) return `${seconds} s`
  const minutes = Math.round(seconds / 60)
  if (minutes < 60) return `${minutes} min`
  return `${Math.floor(minutes / 60)} h ${minutes % 60} min`
}

/** “1.6 ×”. */
export const formatTimes = (times: number): string => `${times.toFixed(1)} ×`

/** “1200 × 900”. */
export const formatSize = ({ width, height }: { width: number; height: number }): string =>
  `${width} × ${height}`

/** Ratios up to these numbers are said in them: 16:9, 5:4. */
const MAX_TERM = 21

/** “4:5”, also of 1200 to 1500; “1.91:1” where small whole numbers don't say it. */
export function formatRatio({ width, height }: { width: number; height: number }): string {
  const common = Number.isInteger(width) && Number.isInteger(height) ? divisor(width, height) : 1
  const [across, down] = [width / common, height / common]
  if (Math.max(across, down) <= MAX_TERM) return `${across}:${down}`
  const times = Number((Math.max(width, height) / Math.min(width, height)).toFixed(2))
  return width >= height ? `${times}:1` : `1:${times}`
}

/** The greatest common divisor (Euclid). */
const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b))

/** “+0.30”, “−12”, “0”: with a true minus. */
export function formatSigned(value: number, digits = 0): string {
  const words = Math.abs(value).toFixed(digits)
  if (Number(words) === 0) return words
  return `${value < 0 ? '−' : '+'}${words}`
}
