import { readFile } from 'node:fs/promises'
import type { Command } from 'commander'
import { ContainerError, type Shot } from '@cloudbank/core/shoot'
import { createNodePool, type NodeEncoders } from '../../node'
import { EXIT } from '../exit'
import { gatherPhotos } from '../gatherPhotos'
import { loadRecipe, type RecipeOptions } from '../loadRecipe'
import { isSavedShoot, openShoot } from '../openShoot'
import { withMakingOptions } from '../options'
import { openOutFolder } from '../outFolder'
import { photoRows } from '../photoRows'
import { strings } from '../strings'
import { today } from '../today'
import { UsageError } from '../UsageError'
import { renderRows, renderWords, type RenderEvent, type RenderRequest } from './renderRows'

interface Options extends RecipeOptions {
  readonly out: string
  readonly workers?: number
  readonly json?: true
}

const say = (line: string): void => void process.stderr.write(`${line}\n`)

/** Adds `render`: makes the renditions of photographs, or of a saved shoot. */
export function addRender(program: Command): void {
  withMakingOptions(
    program
      .command('render')
      .description(strings.whatRenderDoes)
      .argument('<photo...>', strings.photoArgument),
  ).action(render)
}

async function render(given: string[], options: Options): Promise<void> {
  const [first = ''] = given
  if (await isSavedShoot(first)) return renderSaved(first, given.length, options)
  const { brief, outlets, assets, products } = await loadRecipe(options)
  const { photos, notes } = await gatherPhotos(given)
  for (const note of notes) say(note)
  if (photos.length === 0) throw new UsageError(strings.noPhotographs)
  const { rows, pathOf } = photoRows(photos, brief, outlets, products, today())
  const files = {
    original: async (shot: Shot) => new Uint8Array(await readFile(pathOf(shot))),
    mattes: () => Promise.resolve([]),
    finished: () => Promise.reject(new Error('nothing is finished yet')),
  }
  const { brief: briefFile, products: table, outlet: outletFiles = [] } = options
  const inputs = [...photos, ...outletFiles, briefFile, table].filter((path) => path !== undefined)
  await renderAndExit({ rows, files, assets, nameOf: pathOf }, inputs, options, 'native')
}

/** A saved shoot has its own brief, outlets and products: what it makes is what the app makes, byte for byte. */
async function renderSaved(path: string, count: number, options: Options): Promise<void> {
  const others = (['brief', 'outlet', 'assets', 'products'] as const).filter(
    (name) => options[name] !== undefined,
  )
  if (count > 1 || others.length > 0) {
    const extra = others.length > 0 ? `--${others.join(', --')}` : strings.morePhotographs
    throw new UsageError(strings.savedShootIsWhole(path, extra))
  }
  const shoot = await openShoot(path).catch((error: unknown) => {
    if (!(error instanceof ContainerError)) throw error
    throw new UsageError(strings.problems(path, [error.message]))
  })
  const nameOf = ({ fileName }: Shot): string => fileName
  await renderAndExit({ ...shoot, nameOf }, [path], options, 'portable')
}

async function renderAndExit(
  what: Pick<RenderRequest, 'rows' | 'files' | 'assets' | 'nameOf'>,
  inputs: readonly string[],
  { out: outFolder, workers, json }: Options,
  encoders: NodeEncoders,
): Promise<void> {
  const stop = new AbortController()
  process.once('SIGINT', () => stop.abort())
  const pool = createNodePool(workers, encoders)
  const { signal } = stop
  const out = await openOutFolder(outFolder, inputs)
  const tell = (event: RenderEvent): void => {
    say(renderWords(event, out.path))
    if (json) process.stdout.write(`${JSON.stringify(event)}\n`)
  }
  const { failed } = await renderRows({ ...what, out, signal, tell }, pool)
  pool.dispose()
  process.exit(signal.aborted ? EXIT.stopped : failed > 0 ? EXIT.someFailed : EXIT.ok)
}
