import { COLUMNS, rowOf, type Figure } from './figures'

/** What one part of the bench has measured. */
export interface PartReport {
  readonly name: string
  readonly title: string
  readonly machine: string
  readonly day: string
  readonly figures: readonly Figure[]
}

const HEAD = `# Speed

Written by \`npm run bench -- --write\`: every part stands here as it was measured last, with its day and machine. Nothing is written by hand. Median,
smallest, and spread (largest less smallest, over the median) of three runs, each in a process of its own; parts that take minutes are run once.
Ratios are taken within one run. The plain script is sharp alone, in as many processes: decode, resize, encode (\`bench/src/plainSharp.ts\`).
`
const PART = /^## .*? \(`--part ([\w-]+)`\)\n[^]*?(?=^## |$(?![^]))/gm

/** The page with these reports in place of earlier ones of the same parts. */
export function speedPage(before: string, reports: readonly PartReport[]): string {
  const parts = new Map(
    [...before.matchAll(PART)].map(([text, name]) => [name!, `${text.trim()}\n`]),
  )
  for (const report of reports) parts.set(report.name, sectionOf(report))
  return [HEAD, ...parts.values()].join('\n')
}

function sectionOf({ name, title, machine, day, figures }: PartReport): string {
  const rows = [COLUMNS, COLUMNS.map(() => '---'), ...figures.map(rowOf)]
  const table = rows.map((cells) => `| ${cells.join(' | ')} |`).join('\n')
  return `## ${title} (\`--part ${name}\`)\n\n${day}, ${machine}.\n\n${table}\n`
}
