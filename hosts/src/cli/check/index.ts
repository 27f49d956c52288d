import { readFile } from 'node:fs/promises'
import { relative, resolve, sep } from 'node:path'
import type { Command } from 'commander'
import { z } from 'zod'
import { FileError } from '@cloudbank/core/codec'
import {
  checkFile,
  readFinished,
  RULE_WORDS,
  type BrokenRule,
  type Outlet,
} from '@cloudbank/core/outlets'
import { countOf } from '@cloudbank/core/words'
import { nodeCodec } from '../../node/nodeCodec'
import { EXIT } from '../exit'
import { filesUnder } from '../filesUnder'
import { loadOutlet } from '../loadOutlet'
import { readJson } from '../readJson'
import { strings } from '../strings'
import { UsageError } from '../UsageError'

interface Options {
  readonly outlet: readonly string[]
  readonly json?: true
}

/** A file that was checked: the rules it breaks, or why it can't be read. */
interface Checked {
  readonly path: string
  readonly outlet: string
  readonly broken: readonly BrokenRule[]
  readonly problem: string | null
}

/** Adds `check`: whether finished files keep the rules of outlets. */
export function addCheck(program: Command): void {
  program
    .command('check')
    .description(strings.whatCheckDoes)
    .argument('<folder>', strings.checkArgument)
    .requiredOption('--outlet <name...>', strings.checkOutletOption)
    .option('--json', strings.jsonOption)
    .action(check)
}

const IS_PICTURE = /\.(jpe?g|png|webp|avif|tiff?)$/i

async function check(folder: string, options: Options): Promise<void> {
  const outlets = await Promise.all(options.outlet.map(loadOutlet))
  const all = await filesUnder(folder).catch(() => {
    throw new UsageError(strings.cantBeReadAsFolder(folder))
  })
  const files = all.filter((path) => IS_PICTURE.test(path))
  if (files.length === 0) throw new UsageError(strings.noPictures(folder))
  const known = await readManifest(folder)
  const checked: Checked[] = []
  for (const file of files) {
    const path = relative(resolve(folder), resolve(file)).split(sep).join('/')
    checked.push(...(await checkOne(file, path, outlets, known)))
  }
  const wrong = checked.filter(({ broken, problem }) => broken.length > 0 || problem !== null)
  process.stdout.write(
    options.json
      ? `${JSON.stringify(checked, null, 2)}\n`
      : [...wrong.map(lineOf), summary(checked.length, wrong.length), ''].join('\n'),
  )
  process.exitCode = wrong.length > 0 ? EXIT.someFailed : EXIT.ok
}

const summary = (all: number, wrong: number): string =>
  wrong === 0
    ? strings.allKeepRules(countOf(all, 'file'))
    : strings.someBreakRules(countOf(wrong, 'file'), countOf(all, 'file'))

const lineOf = ({ path, outlet, broken, problem }: Checked): string => {
  const rules = broken.map(({ rule, value, limit }) =>
    strings.brokenRule(RULE_WORDS[rule].title, value, limit),
  )
  return `${path} (${outlet}): ${problem ?? rules.join('; ')}`
}

/** What was said of a file when it was delivered. */
interface Said {
  readonly alt: string
  readonly isCover: boolean
  readonly saysCredit: boolean
}

async function checkOne(
  file: string,
  path: string,
  outlets: readonly Outlet[],
  known: ReadonlyMap<string, Said> | null,
): Promise<Checked[]> {
  try {
    const bytes = new Uint8Array(await readFile(file))
    const finished = await readFinished(bytes, await nodeCodec.decode(bytes))
    const said = known?.get(path)
    return outlets.map(({ name, rules }) => ({
      path,
      outlet: name,
      problem: null,
      // Where nothing is said of it, what can't be known breaks no rule.
      broken: checkFile(finished, rules, {
        altText: said?.alt ?? '',
        saysCredit: said?.saysCredit ?? true,
        isCover: said?.isCover ?? false,
      }).filter(({ rule }) => said !== undefined || rule !== 'alt-text'),
    }))
  } catch (error) {
    if (!(error instanceof FileError)) throw error
    return outlets.map(({ name }) => ({ path, outlet: name, broken: [], problem: error.message }))
  }
}

const Manifest = z.object({
  files: z.array(
    z.object({
      path: z.string(),
      sku: z.string().nullable().default(null),
      alt: z.string().default(''),
      placement: z.string().default(''),
      words: z
        .object({ creator: z.string().default(''), rights: z.string().default('') })
        .nullable()
        .default(null),
    }),
  ),
})

/** What the manifest beside the files says of them; null where there is none. */
async function readManifest(folder: string): Promise<ReadonlyMap<string, Said> | null> {
  const path = resolve(folder, 'manifest.json')
  const text = await readFile(path, 'utf8').catch(() => null)
  if (text === null) return null
  const read = Manifest.safeParse(readJson(path, text))
  if (!read.success) return null
  const seen = new Set<string>()
  return new Map(
    read.data.files.map(({ path: at, sku, alt, placement, words }) => {
      const product = `${placement}/${sku ?? ''}`
      const isCover = sku !== null && !seen.has(product)
      seen.add(product)
      const saysCredit = (words?.creator ?? '') !== '' || (words?.rights ?? '') !== ''
      return [at, { alt, isCover, saysCredit }] as const
    }),
  )
}
