import { appendFile, stat } from 'node:fs/promises'
import { join } from 'node:path'
import type { Command } from 'commander'
import { createNodePool } from '../../node'
import { EXIT } from '../exit'
import { loadRecipe, type RecipeOptions } from '../loadRecipe'
import { positiveNumber, withMakingOptions } from '../options'
import { openOutFolder } from '../outFolder'
import { strings } from '../strings'
import { UsageError } from '../UsageError'
import { eventWords, type WatchEvent } from './watchEvents'
import { watchFolder } from './watchFolder'

interface Options extends RecipeOptions {
  readonly out: string
  readonly every: number
  readonly once?: true
  readonly json?: true
  readonly workers?: number
}

/** Lines of what happened, beside what was made. */
const LOG = 'watch.log'

/** Adds `watch`: makes whatever arrives in a folder. */
export function addWatch(program: Command): void {
  withMakingOptions(
    program
      .command('watch')
      .description(strings.whatWatchDoes)
      .argument('<folder>', strings.watchArgument),
  )
    .option('--every <seconds>', strings.everyOption, positiveNumber, 2)
    .option('--once', strings.onceOption)
    .action(watch)
}

async function watch(folder: string, options: Options): Promise<void> {
  const isFolder = await stat(folder).then(
    (info) => info.isDirectory(),
    () => false,
  )
  if (!isFolder) throw new UsageError(strings.cantBeReadAsFolder(folder))
  const recipe = await loadRecipe(options)
  const stop = new AbortController()
  process.once('SIGINT', () => stop.abort())
  process.once('SIGTERM', () => stop.abort())
  const out = await openOutFolder(options.out, [])
  const pool = createNodePool(options.workers, 'native')
  let writing = Promise.resolve()
  const tell = (event: WatchEvent): void => {
    const words = eventWords(event)
    process.stderr.write(`${words}\n`)
    if (options.json) process.stdout.write(`${JSON.stringify(event)}\n`)
    const line = `${new Date().toISOString()} ${words}\n`
    writing = writing.then(() => appendFile(join(out.path, LOG), line))
  }
  const { signal } = stop
  const { every, once = false } = options
  const request = { folder, recipe, out, everyMs: every * 1000, once, signal, tell }
  const { failed } = await watchFolder(request, pool)
  await writing
  pool.dispose()
  process.exit(signal.aborted ? EXIT.stopped : failed > 0 ? EXIT.someFailed : EXIT.ok)
}
