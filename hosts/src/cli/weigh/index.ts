import type { Command } from 'commander'
import { FORMATS } from '@cloudbank/core/codec'
import { countOf, formatBytes, formatPercent, formatSize } from '@cloudbank/core/words'
import {
  bestOf,
  faultsIn,
  possibleBytes,
  reportData,
  totalsOf,
  WeighOptions,
  worstFirst,
  type WeighedPicture,
  type Weighing,
} from '@cloudbank/core/weigh'
import type { ReachOf } from '../../fetching'
import { createNodePool } from '../../node'
import { EXIT } from '../exit'
import { strings } from '../strings'
import { bytesOption, positiveNumber } from '../options'
import { UsageError } from '../UsageError'
import { gatherPictures } from './gatherPictures'
import { weighPictures } from './weighPictures'

interface Options {
  readonly json?: true
  readonly budget?: number
  readonly private?: true
  readonly format: string
  readonly density: number
  readonly window: number
  readonly workers?: number
}

/** Adds `weigh`: what pictures weigh, and could weigh. */
export function addWeigh(program: Command): void {
  program
    .command('weigh')
    .description(strings.whatWeighDoes)
    .argument('<address-or-path...>', strings.weighArgument)
    .option('--json', strings.jsonOption)
    .option('--budget <size>', strings.budgetOption, bytesOption)
    .option('--format <format>', strings.weighFormatOption, 'webp')
    .option('--density <n>', strings.densityOption, positiveNumber, 2)
    .option('--window <px>', strings.windowOption, positiveNumber, 1280)
    .option('--private', strings.privateOption)
    .option('--workers <n>', strings.workersOption, positiveNumber)
    .action(weigh)
}

async function weigh(given: string[], asked: Options): Promise<void> {
  const read = WeighOptions.safeParse({ format: asked.format, density: asked.density })
  if (!read.success) throw new UsageError(strings.badWeighOptions)
  const options = read.data
  const stop = new AbortController()
  process.once('SIGINT', () => stop.abort())
  const reachOf: ReachOf = () => (asked.private ? 'private' : 'public')
  const viewing = { widthPx: asked.window, density: asked.density }
  const found = await gatherPictures(given, viewing, reachOf)
  if (found.pictures.length === 0) throw new UsageError(strings.nothingToWeigh)
  const pool = createNodePool(asked.workers, 'portable')
  const say = (path: string): void => void process.stderr.write(`${path}\n`)
  try {
    const pictures = await weighPictures(found.pictures, options, pool, stop.signal, say)
    const at = new Date().toISOString()
    const weighing = { name: given.join(', '), at, pictures, options, otherBytes: found.otherBytes }
    const written = asked.json
      ? JSON.stringify(reportData(weighing), null, 2)
      : asText(weighing, asked.budget ?? null)
    process.stdout.write(`${written}\n`)
    const { nowBytes } = totalsOf(pictures, found.otherBytes)
    const isOver = asked.budget !== undefined && nowBytes > asked.budget
    const failed = pictures.some(({ problem }) => problem !== null)
    process.exitCode = isOver || failed ? EXIT.someFailed : EXIT.ok
  } catch (error) {
    if (!stop.signal.aborted) throw error
    process.exitCode = EXIT.stopped
  } finally {
    pool.dispose()
  }
}

function asText({ pictures, otherBytes, options }: Weighing, budget: number | null): string {
  const totals = totalsOf(pictures, otherBytes)
  const over = budget !== null && totals.nowBytes > budget
  return [
    ...worstFirst(pictures).map((picture) => lineOf(picture, options)),
    '',
    strings.weighTotals(
      countOf(totals.pictures, 'picture'),
      formatBytes(totals.nowBytes),
      formatBytes(totals.possibleBytes),
      formatPercent(totals.gone01, 0),
    ),
    ...(budget === null
      ? []
      : [over ? strings.overBudget(formatBytes(totals.nowBytes - budget)) : strings.withinBudget]),
  ].join('\n')
}

function lineOf(picture: WeighedPicture, options: WeighOptions): string {
  const { path, facts, made, problem } = picture
  if (!facts || !made) return `${path}: ${problem ?? ''}`
  const best = bestOf(picture)
  const now = `${FORMATS[facts.type].word} ${formatSize(facts)}, ${formatBytes(facts.bytes)}`
  const then = best
    ? ` → ${FORMATS[best.type].word} ${formatSize(best)}, ${formatBytes(possibleBytes(facts, made))}`
    : ''
  const faults = faultsIn(picture, options).map(({ title, figure }) => `${title} (${figure})`)
  return `${path}: ${now}${then}${faults.length > 0 ? `\n  ${faults.join('; ')}` : ''}`
}
