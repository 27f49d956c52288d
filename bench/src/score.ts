import { resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { createNodePool } from '@cloudbank/hosts/node'
import { openShootFolder } from './shootFolder'
import { scoreCut } from './score/scoreCut'
import { CLICKING, scoreRepair, STROKING } from './score/scoreRepair'
import { scoreLight } from './score/scoreLight'
import { scoreEnlarge } from './score/scoreEnlarge'
import { scoreFrame } from './score/scoreFrame'
import type { Measures } from './score/scorecard'
import { scorePrint } from './score/scorePrint'
import { scoreTidy } from './score/scoreTidy'
import { scoreWeight } from './score/scoreWeight'
import { printTable } from './table'

const KINDS = {
  cut: scoreCut,
  light: scoreLight,
  frame: scoreFrame,
  weight: scoreWeight,
  enlarge: scoreEnlarge,
  tidy: scoreTidy,
  print: scorePrint,
} as const

/** What every card has; a kind's own figures are printed below the table. */
const CARD_FIELDS = new Set(['kind', 'set', 'mean', 'peer', 'groups', 'shots'])

const rounded = (_key: string, value: unknown): unknown =>
  typeof value === 'number' ? Number(value.toPrecision(3)) : value

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    set: { type: 'string', default: 'demo' },
    json: { type: 'boolean', default: false },
    repair: { type: 'boolean', default: false },
    clicks: { type: 'boolean', default: false },
    sheet: { type: 'string' },
  },
})
const [kind = ''] = positionals
if (!Object.hasOwn(KINDS, kind)) {
  console.error(
    `npm run score -- ${Object.keys(KINDS).join('|')} [--repair | --clicks] [--sheet PICTURE] [--set FOLDER] [--json]`,
  )
  process.exit(2)
}

const folder = await openShootFolder(resolve(values.set))
const pool = createNodePool(1)
const hand = kind !== 'cut' ? null : values.clicks ? CLICKING : values.repair ? STROKING : null
const tell = (line: string): void => void process.stderr.write(`${line}\n`)
const card = hand
  ? await scoreRepair(hand, folder, pool, tell)
  : await KINDS[kind as keyof typeof KINDS](folder, pool, tell, values.sheet) // checked above
pool.dispose()

if (values.json) console.log(JSON.stringify(card, null, 2))
else
  print(card.kind, card.set, card.peer.name, {
    all: { mean: card.mean, peer: card.peer.mean },
    ...card.groups,
  })
process.exit(0)

interface PrintedGroup {
  readonly shots?: number
  readonly mean: Measures
  readonly peer: Measures
}

function print(
  kind: string,
  set: string,
  peer: string,
  groups: Record<string, PrintedGroup>,
): void {
  const fields = Object.keys(card.mean)
  console.log(`${kind} on ${set}; peer: ${peer}`)
  printTable([
    ['group', 'shots', ...fields, ...fields.map((field) => `peer ${field}`)],
    ...Object.entries(groups).map(([name, group]) => [
      name,
      group.shots ?? '',
      ...fields.map((field) => group.mean[field] ?? NaN),
      ...fields.map((field) => group.peer[field] ?? NaN),
    ]),
  ])
  for (const [name, value] of Object.entries(card))
    if (!CARD_FIELDS.has(name)) console.log(`${name}: ${JSON.stringify(value, rounded)}`)
}
