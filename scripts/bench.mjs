// `npm run score`, `npm run bench` and `npm run soak`: builds what is stale, then runs the one that is asked for.
import { installDependencies, root } from './setup.mjs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'

installDependencies()
const { buildIfStale } = await import('./build.mjs')
await buildIfStale()
const [, script, which] = process.argv
process.argv = [process.argv[0], script, ...process.argv.slice(3)]
await import(pathToFileURL(join(root, `bench/dist/${which}.mjs`)).href)
