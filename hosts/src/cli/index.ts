import { Command } from 'commander'
import { addCheck } from './check'
import { EXIT } from './exit'
import { addRender } from './render'
import { addServe } from './serve'
import { strings } from './strings'
import { UsageError } from './UsageError'
import { addWatch } from './watch'
import { addWeigh } from './weigh'
import { addWorker } from './worker'

const program = new Command('cloudbank')
  .description(strings.whatItDoes)
  .exitOverride((error) => process.exit(error.exitCode === 0 ? EXIT.ok : EXIT.usage))

for (const add of [addRender, addWatch, addWeigh, addCheck, addServe, addWorker]) add(program)

await program.parseAsync().catch((error: unknown) => {
  if (!(error instanceof UsageError)) throw error
  process.stderr.write(`${error.message}\n`)
  process.exit(EXIT.usage)
})
