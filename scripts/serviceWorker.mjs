// Builds the service worker beside the built interface, with the list of all files that it keeps.
import { createHash } from 'node:crypto'
import { readdir, readFile } from 'node:fs/promises'
import { join, relative, sep } from 'node:path'

/**
 * @param web the interface's folder.
 * @param dist where it was built to.
 */
export async function buildServiceWorker(web, dist) {
  const { build } = await import('esbuild')
  await build({
    entryPoints: [join(web, 'src/offline/serviceWorker.ts')],
    outfile: join(dist, 'sw.js'),
    bundle: true,
    minify: true,
    format: 'iife',
    target: 'es2022',
    logLevel: 'error',
    define: {
      APP_FILES: JSON.stringify(await filesOf(dist)),
      'process.env.NODE_ENV': '"production"',
    },
  })
}

/** Every built file; those whose names hold their hash need no other version. */
async function filesOf(dist) {
  const entries = await readdir(dist, { recursive: true, withFileTypes: true })
  const files = entries
    .filter((entry) => entry.isFile() && entry.name !== 'sw.js')
    .map(({ parentPath, name }) => join(parentPath, name))
    .sort()
  return Promise.all(
    files.map(async (path) => {
      const url = `/${relative(dist, path).split(sep).join('/')}`
      const revision = url.startsWith('/assets/')
        ? null
        : createHash('sha256')
            .update(await readFile(path))
            .digest('hex')
            .slice(0, 16)
      return { url, revision }
    }),
  )
}
