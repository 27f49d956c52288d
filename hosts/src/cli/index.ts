import { readFile } from 'node:fs/promises'
import { Command, InvalidArgumentError } from 'commander'
import { SHOP_WHITE, type Brief } from '@cloudbank/core/brief'
import { fileTypeWords } from '@cloudbank/core/codec'
import type { Outlet } from '@cloudbank/core/outlets'
import { ContainerError, type Product, type Shot } from '@cloudbank/core/shoot'
import { createNodePool, type NodeEncoders } from '../node'
import { gatherPhotos } from './gatherPhotos'
import { loadAssets } from './loadAssets'
import { BriefError, loadBrief } from './loadBrief'
import { loadOutlet, OutletError } from './loadOutlet'
import { isSavedShoot, openShoot } from './openShoot'
import { loadProducts, photoRows, ProductsError } from './photoRows'
import { renderRows, type RenderRequest } from './renderRows'

/** Exit codes: all made; some photographs failed; the call itself is wrong; stopped by the user. */
const EXIT = { ok: 0, someFailed: 1, usage: 2, stopped: 130 } as const

interface Options {
  readonly brief?: string
  readonly outlet?: readonly string[]
  readonly assets?: string
  readonly products?: string
  readonly out: string
  readonly workers?: number
}

const say = (line: string): void => void process.stderr.write(`${line}\n`)

const program = new Command('cloudbank')
  .description('Makes uniform, web-ready renditions of product photographs.')
  .exitOverride((error) => process.exit(error.exitCode === 0 ? EXIT.ok : EXIT.usage))

program
  .command('render')
  .description('Makes the renditions a brief asks for, one folder per placement.')
  .argument('<photo...>', `photographs, or folders of them: ${fileTypeWords()}; or one saved shoot`)
  .option('--brief <file>', 'the brief, as JSON; default: white, 1:1, a page and a card')
  .option(
    '--outlet <name...>',
    'outlets to use in place of the brief’s own placements: built-in ids, or outlet files',
  )
  .option('--assets <folder>', 'folder with the colour tables and pictures the brief names')
  .option(
    '--products <file>',
    'product data as CSV, for names and descriptions; matched to file names by SKU',
  )
  .requiredOption('--out <folder>', 'output folder; created if missing')
  .option('--workers <n>', 'photographs at a time; default: one per core', positiveNumber)
  .action(render)

await program.parseAsync()

async function render(given: string[], options: Options): Promise<void> {
  const [first = ''] = given
  if (await isSavedShoot(first)) return renderSaved(first, given.length, options)
  const brief = options.brief === undefined ? SHOP_WHITE : await briefOrExit(options.brief)
  const outlets = await outletsOrExit(options.outlet ?? [])
  const assets = options.assets === undefined ? [] : await assetsOrExit(options.assets)
  const products = options.products === undefined ? [] : await productsOrExit(options.products)
  const { photos, notes } = await gatherPhotos(given)
  for (const note of notes) say(note)
  if (photos.length === 0) {
    say('There are no photographs to render.')
    process.exit(EXIT.usage)
  }
  const { rows, pathOf } = photoRows(photos, brief, outlets, products)
  const files = {
    original: async (shot: Shot) => new Uint8Array(await readFile(pathOf(shot))),
    mattes: () => Promise.resolve([]),
    finished: () => Promise.reject(new Error('nothing is finished yet')),
  }
  await renderAndExit({ rows, files, assets, nameOf: pathOf }, options, 'native')
}

/** A saved shoot has its own brief, outlets and products: what it makes is what the app makes, byte for byte. */
async function renderSaved(path: string, count: number, options: Options): Promise<void> {
  const others = (['brief', 'outlet', 'assets', 'products'] as const).filter(
    (name) => options[name] !== undefined,
  )
  if (count > 1 || others.length > 0) {
    const extra = others.length > 0 ? `--${others.join(', --')}` : 'more photographs'
    say(`${path} is a saved shoot with everything it needs; ${extra} can’t be combined with it.`)
    process.exit(EXIT.usage)
  }
  const shoot = await openShoot(path).catch((error: unknown) => {
    if (!(error instanceof ContainerError)) throw error
    say(`${path}: ${error.message}`)
    process.exit(EXIT.usage)
  })
  const nameOf = ({ fileName }: Shot): string => fileName
  await renderAndExit({ ...shoot, nameOf }, options, 'portable')
}

async function renderAndExit(
  what: Pick<RenderRequest, 'rows' | 'files' | 'assets' | 'nameOf'>,
  { out: outFolder, workers }: Options,
  encoders: NodeEncoders,
): Promise<void> {
  const stop = new AbortController()
  process.once('SIGINT', () => stop.abort())
  const pool = createNodePool(workers, encoders)
  const { signal } = stop
  const { failed } = await renderRows({ ...what, outFolder, signal, report: say }, pool)
  pool.dispose()
  process.exit(signal.aborted ? EXIT.stopped : failed > 0 ? EXIT.someFailed : EXIT.ok)
}

async function productsOrExit(path: string): Promise<Product[]> {
  try {
    return await loadProducts(path)
  } catch (error) {
    if (!(error instanceof ProductsError)) throw error
    say(error.message)
    process.exit(EXIT.usage)
  }
}

async function briefOrExit(path: string): Promise<Brief> {
  try {
    return await loadBrief(path)
  } catch (error) {
    if (!(error instanceof BriefError)) throw error
    say(error.message)
    process.exit(EXIT.usage)
  }
}

async function outletsOrExit(given: readonly string[]): Promise<Outlet[]> {
  try {
    return await Promise.all(given.map(loadOutlet))
  } catch (error) {
    if (!(error instanceof OutletError)) throw error
    say(error.message)
    process.exit(EXIT.usage)
  }
}

async function assetsOrExit(folder: string): ReturnType<typeof loadAssets> {
  try {
    return await loadAssets(folder)
  } catch {
    say(`${folder}: can’t be read as a folder`)
    process.exit(EXIT.usage)
  }
}

function positiveNumber(text: string): number {
  const number = Number(text)
  if (!Number.isInteger(number) || number < 1)
    throw new InvalidArgumentError('a whole number, 1 or more')
  return number
}
