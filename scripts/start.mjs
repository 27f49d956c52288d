// `npm start`: sets everything up, builds what is stale, serves, and opens the demo shoot.
import { installDependencies, root } from './setup.mjs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'

installDependencies()
const { buildIfStale } = await import('./build.mjs')
if (await buildIfStale()) console.error('Built.')
await import(pathToFileURL(join(root, 'server/dist/main.mjs')).href)
