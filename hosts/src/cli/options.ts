import { InvalidArgumentError, type Command } from 'commander'
import { strings } from './strings'

/** What a command that makes renditions can be given: by what, whereto, and how it tells. */
export const withMakingOptions = (command: Command): Command =>
  command
    .option('--brief <file>', strings.briefOption)
    .option('--outlet <name...>', strings.outletOption)
    .option('--assets <folder>', strings.assetsOption)
    .option('--products <file>', strings.productsOption)
    .requiredOption('--out <folder>', strings.outOption)
    .option('--json', strings.eventsOption)
    .option('--workers <n>', strings.workersOption, positiveNumber)

/** A whole number, 1 or more, as an option has it. */
export function positiveNumber(text: string): number {
  const number = Number(text)
  if (!Number.isInteger(number) || number < 1)
    throw new InvalidArgumentError(strings.positiveNumber)
  return number
}

const UNITS: Readonly<Record<string, number>> = { '': 1, b: 1, kb: 1e3, mb: 1e6, gb: 1e9 }

/** A size in bytes: “1.5MB”, “200 kB”, “90000”. */
export function bytesOption(text: string): number {
  const match = /^\s*(\d+(?:\.\d+)?)\s*([a-z]*)\s*$/i.exec(text)
  const unit = UNITS[match?.[2]?.toLowerCase() ?? '-']
  if (!match || unit === undefined) throw new InvalidArgumentError(strings.sizeInBytes)
  return Math.round(Number(match[1]) * unit)
}
