import { fork } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'
import { cpus } from 'node:os'
import { fileURLToPath } from 'node:url'
import { parseArgs } from 'node:util'
import { COLUMNS, rowOf, together, type Measured } from './figures'
import { PARTS, type PartName } from './parts'
import { speedPage, type PartReport } from './speedPage'
import { printTable } from './table'

const HELP = `npm run bench -- [--part NAME …] [--write] [--json] [--shots N]

Measures speed and memory. Without --part: all parts but those of one round.

  --part NAME   only this part; may be given several times
  --write       writes what was measured to docs/speed.md, each part under its day and machine
  --json        prints all values as JSON
  --shots N     photographs for the part "farm" (1000)

Parts:
${Object.entries(PARTS)
  .map(([name, { title, rounds }]) => `  ${name.padEnd(20)} ${rounds} × ${title}`)
  .join('\n')}
`
const PAGE = 'docs/speed.md'

const { values } = parseArgs({
  options: {
    part: { type: 'string', multiple: true },
    write: { type: 'boolean', default: false },
    json: { type: 'boolean', default: false },
    shots: { type: 'string', default: '1000' },
    help: { type: 'boolean', default: false },
    /** Measures a part once, for the process that asked. */
    round: { type: 'string' },
  },
})
const tell = (line: string): void => void process.stderr.write(`${line}\n`)
const isPart = (name: string): name is PartName => name in PARTS

if (values.help) {
  console.log(HELP)
  process.exit(0)
}
if (values.round !== undefined && isPart(values.round)) {
  process.send?.(await PARTS[values.round].measure({ shots: Number(values.shots), tell }))
  process.exit(0)
}

const names =
  values.part ?? Object.keys(PARTS).filter((name) => isPart(name) && PARTS[name].rounds > 1)
const unknown = names.filter((name) => !isPart(name))
if (unknown.length > 0) {
  console.error(`No part is called ${unknown.join(', ')}.\n\n${HELP}`)
  process.exit(2)
}

const began = performance.now()
const reports: PartReport[] = []
for (const name of names.filter(isPart)) {
  const { title, rounds } = PARTS[name]
  const measured: Measured[][] = []
  for (let k = 1; k <= rounds; k++) {
    tell(`${name}, ${k} of ${rounds} …`)
    measured.push(await roundOf(name))
  }
  const report: PartReport = { name, title, figures: together(measured), ...whereAndWhen() }
  reports.push(report)
  if (values.json) continue
  console.log(`\n${title}`)
  printTable([COLUMNS, ...report.figures.map(rowOf)])
}
if (values.json) console.log(JSON.stringify(reports, null, 2))
tell(`\n${Math.round((performance.now() - began) / 1000)} s`)
if (values.write) {
  writeFileSync(PAGE, speedPage(earlier(), reports))
  tell(`Written to ${PAGE}.`)
}

/** One round of a part, in a process of its own. */
function roundOf(name: PartName): Promise<Measured[]> {
  return new Promise((settle, reject) => {
    const args = ['--round', name, '--shots', values.shots]
    const child = fork(fileURLToPath(import.meta.url), args)
    child.on('message', (figures: Measured[]) => settle(figures))
    child.on('exit', (code) => code !== 0 && reject(new Error(`${name} ended with ${code}`)))
  })
}

function whereAndWhen(): Pick<PartReport, 'machine' | 'day'> {
  const day = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long' }).format(new Date())
  return { machine: `${cpus().length} cores, ${cpus()[0]?.model ?? 'unknown'}`, day }
}

function earlier(): string {
  try {
    return readFileSync(PAGE, 'utf8')
  } catch {
    return ''
  }
}
