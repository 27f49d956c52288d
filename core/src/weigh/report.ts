import { FORMATS } from '../codec'
import { LINES } from '../lines'
import { countOf, escapeMarkup, formatBytes, formatPercent, formatSize, tableText } from '../words'
import { bestOf, faultsIn, savedBytes, worstFirst, type WeighedPicture } from './picture'
import { secondsOver, totalsOf } from './totals'
import { possibleBytes, WAY_WORDS } from './ways'
import type { WeighOptions } from './weighPlan'

/** A weigh-in as it is reported. */
export interface Weighing {
  readonly name: string
  /** Day and time of it, as people write them. */
  readonly at: string
  readonly pictures: readonly WeighedPicture[]
  /** What the page is made of besides pictures; null where that is not known. */
  readonly otherBytes: number | null
  readonly options: WeighOptions
}

const COLUMNS = [
  'path',
  'format',
  'width',
  'height',
  'shown at',
  'bytes',
  'quality',
  'possible bytes',
  'possible format',
  'by',
  'likeness',
  'wrong',
  'problem',
] as const

/** A weigh-in as CSV, a line a picture, worst first. */
export const reportTable = ({ pictures, options }: Weighing): string =>
  tableText(
    COLUMNS,
    worstFirst(pictures).map((picture) => {
      const { path, facts, use, problem, made } = picture
      const best = bestOf(picture)
      return [
        path,
        facts ? FORMATS[facts.type].word : '',
        facts?.width ?? '',
        facts?.height ?? '',
        use?.shownWidthPx ?? '',
        facts?.bytes ?? '',
        facts?.qualityPct ?? '',
        facts && made ? possibleBytes(facts, made) : '',
        best ? FORMATS[best.type].word : '',
        best ? WAY_WORDS[best.way] : '',
        best ? best.likeness.toFixed(4) : '',
        faultsIn(picture, options)
          .map(({ title }) => title)
          .join('; '),
        problem ?? '',
      ]
    }),
  )

/** A weigh-in as plain data. */
export const reportData = ({ name, at, pictures, otherBytes, options }: Weighing) => ({
  name,
  at,
  options,
  ...totalsOf(pictures, otherBytes),
  otherBytes,
  pictures: worstFirst(pictures).map((picture) => ({
    path: picture.path,
    ...(picture.use ? { use: picture.use } : {}),
    ...(picture.facts ?? {}),
    ...(picture.problem === null ? {} : { problem: picture.problem }),
    savedBytes: savedBytes(picture),
    best: bestOf(picture),
    made: picture.made ?? [],
    faults: faultsIn(picture, options).map(({ code, figure }) => ({ code, figure })),
  })),
})

const STYLE = `body{font:15px/1.5 system-ui,sans-serif;margin:32px auto;max-width:960px;padding:0 20px;background:#ededed;color:#1a1a1a}
h1{font-size:28px;margin:0}.sums{display:flex;gap:40px;margin:16px 0}.sums b{display:block;font-size:30px}
table{border-collapse:collapse;width:100%}td,th{border-top:1px solid #cfcfcf;padding:6px 8px;text-align:left;vertical-align:top}
td.n,th.n{text-align:right;font-variant-numeric:tabular-nums;white-space:nowrap}.bar{display:flex;height:12px;min-width:180px}
.bar i{background:#1a1a1a}.bar u{background:repeating-linear-gradient(135deg,#9b9b9b 0 2px,transparent 2px 5px)}small{color:#5e5e5e}`

/** A weigh-in as one page that needs nothing else. */
export function reportPage({ name, at, pictures, otherBytes, options }: Weighing): string {
  const totals = totalsOf(pictures, otherBytes)
  const most = Math.max(1, ...pictures.map(({ facts }) => facts?.bytes ?? 0))
  const width = (bytes: number): string => `${((100 * bytes) / most).toFixed(1)}%`
  const rows = worstFirst(pictures).map((picture) => {
    const { path, facts, problem, made } = picture
    const best = bestOf(picture)
    const after = facts && made ? possibleBytes(facts, made) : (facts?.bytes ?? 0)
    const faults = faultsIn(picture, options).map(({ title, figure }) => `${title} (${figure})`)
    const said = problem === null ? faults.join(', ') : problem
    return `<tr><td>${escapeMarkup(path)}<br><small>${escapeMarkup(said)}</small></td>
<td>${facts ? `${FORMATS[facts.type].word} ${formatSize(facts)}` : ''}${best ? `<br><small>${FORMATS[best.type].word} ${formatSize(best)}, ${WAY_WORDS[best.way]}</small>` : ''}</td>
<td><div class="bar"><i style="width:${width(after)}"></i><u style="width:${width((facts?.bytes ?? 0) - after)}"></u></div></td>
<td class="n">${facts ? formatBytes(facts.bytes) : ''}</td><td class="n">${facts ? formatBytes(after) : ''}</td></tr>`
  })
  const lines = LINES.map(
    (line) =>
      `<tr><td>${line.name}, ${line.bitsPerSecond / 1e6} Mbit/s</td><td class="n">${secondsOver(totals.nowBytes, line).toFixed(1)} s</td><td class="n">${secondsOver(totals.possibleBytes, line).toFixed(1)} s</td></tr>`,
  )
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${escapeMarkup(name)}</title><style>${STYLE}</style></head><body>
<h1>${escapeMarkup(name)}</h1><p>${escapeMarkup(at)}, ${countOf(totals.pictures, 'picture')}${totals.ofPage01 === null ? '' : `, ${formatPercent(totals.ofPage01, 0)} of HTML and pictures`}</p>
<div class="sums"><div><b>${formatBytes(totals.nowBytes)}</b>now</div><div><b>${formatBytes(totals.possibleBytes)}</b>possible, looks the same</div><div><b>${formatPercent(totals.gone01, 0)}</b>of ${otherBytes === null ? 'the pictures' : 'HTML and pictures'} can go</div></div>
<table><thead><tr><th>Picture</th><th>File</th><th>Possible, and what can go</th><th class="n">Now</th><th class="n">Possible</th></tr></thead><tbody>${rows.join('\n')}</tbody></table>
<h2>Time to load the pictures</h2><table><thead><tr><th>Line</th><th class="n">Now</th><th class="n">Possible</th></tr></thead><tbody>${lines.join('\n')}</tbody></table>
</body></html>
`
}
