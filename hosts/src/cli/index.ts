import { readFile } from 'node:fs/promises'
import { Command, InvalidArgumentError } from 'commander'
import { readBrief, SHOP_WHITE, type Brief } from '@cloudbank/core/brief'
import { renderFiles } from './renderFiles'

/** Exit codes: all made; some photographs failed; the call itself is wrong; stopped by the user. */
const EXIT = { ok: 0, someFailed: 1, usage: 2, stopped: 130 } as const

const program = new Command('cloudbank')
  .description('Makes uniform, web-ready renditions of product photographs.')
  .exitOverride((error) => process.exit(error.exitCode === 0 ? EXIT.ok : EXIT.usage))

program
  .command('render')
  .description('Makes the renditions that a brief asks for, a folder a placement.')
  .argument('<photo...>', 'photographs: JPEG, PNG, WebP or AVIF')
  .option('--brief <file>', 'the brief, as JSON; without it: white, 1:1, a page and a card')
  .requiredOption('--out <folder>', 'where the renditions go; it is made if it is missing')
  .option('--workers <n>', 'photographs at a time; by default one a core', positiveNumber)
  .action(async (photos: string[], options: { brief?: string; out: string; workers?: number }) => {
    const brief = options.brief === undefined ? SHOP_WHITE : await loadBrief(options.brief)
    const stop = new AbortController()
    process.once('SIGINT', () => stop.abort())
    const summary = await renderFiles({
      photos,
      brief,
      outFolder: options.out,
      workers: options.workers,
      signal: stop.signal,
      report: (line) => process.stderr.write(`${line}\n`),
    })
    process.exit(
      stop.signal.aborted ? EXIT.stopped : summary.failed > 0 ? EXIT.someFailed : EXIT.ok,
    )
  })

await program.parseAsync()

async function loadBrief(path: string): Promise<Brief> {
  const fail = (message: string): never => {
    process.stderr.write(`${path}: ${message}\n`)
    process.exit(EXIT.usage)
  }
  const text = await readFile(path, 'utf8').catch(() => fail('cannot be read'))
  let data: unknown
  try {
    data = JSON.parse(text)
  } catch (error) {
    return fail(`not JSON: ${(error as Error).message}`) // JSON.parse throws SyntaxError
  }
  const result = readBrief(data)
  if (result.ok && result.brief.steps.light.look.from === 'cube')
    return fail('steps.light.look: the command line has no colour tables; use a look of its own')
  if (result.ok) return result.brief
  return fail(result.problems.map(({ field, message }) => `${field}: ${message}`).join('\n  '))
}

function positiveNumber(text: string): number {
  const number = Number(text)
  if (!Number.isInteger(number) || number < 1)
    throw new InvalidArgumentError('a whole number from 1')
  return number
}
