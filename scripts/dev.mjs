// `npm run dev`: Vite's server with hot reload, and the demo shoot behind it.
import { installDependencies, root } from './setup.mjs'
import { join } from 'node:path'

installDependencies()
const { createServer } = await import('vite')
const server = await createServer({ root: join(root, 'web') })
await server.listen()
server.printUrls()
