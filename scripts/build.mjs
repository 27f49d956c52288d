// Builds what is stale: the interface with Vite, everything for Node with esbuild.
import { stat, readdir, mkdir, writeFile, readFile } from 'node:fs/promises'
import { createHash } from 'node:crypto'
import { fileURLToPath } from 'node:url'
import { join } from 'node:path'
import { buildServiceWorker } from './serviceWorker.mjs'

const root = fileURLToPath(new URL('..', import.meta.url))
const SOURCES = [
  'core',
  'hosts',
  'web',
  'server',
  'bench',
  'package-lock.json',
  'scripts/build.mjs',
  'scripts/serviceWorker.mjs',
]
const SKIPPED = new Set(['node_modules', 'dist', '.cache'])
const STAMP = join(root, '.cache/build-stamp')

/** A fingerprint of names, sizes and times of all sources. */
async function fingerprint() {
  const hash = createHash('sha256')
  const visit = async (path) => {
    const info = await stat(path)
    if (info.isDirectory()) {
      for (const name of (await readdir(path)).sort())
        if (!SKIPPED.has(name)) await visit(join(path, name))
    } else hash.update(`${path}:${info.size}:${info.mtimeMs}\n`)
  }
  for (const source of SOURCES) await visit(join(root, source))
  return hash.digest('hex')
}

export async function buildNode() {
  const { build } = await import('esbuild')
  const entries = {
    'hosts/dist/cli': 'hosts/src/cli/index.ts',
    'hosts/dist/worker': 'hosts/src/node/worker.ts',
    'server/dist/main': 'server/src/main.ts',
    'bench/dist/score': 'bench/src/score.ts',
    'bench/dist/bench': 'bench/src/bench.ts',
    'bench/dist/soak': 'bench/src/soak.ts',
    'bench/dist/plainSharp': 'bench/src/plainSharp.ts',
  }
  await build({
    absWorkingDir: root,
    entryPoints: entries,
    outdir: '.',
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    sourcemap: true,
    logLevel: 'error',
    external: [
      'ssim.js',
      'sharp',
      'exifr',
      'libheif-js',
      'onnxruntime-web',
      'canvaskit-wasm',
      'canvaskit-wasm/full',
      'express',
      'open',
      '@jsquash/*',
      '@zip.js/zip.js',
      'commander',
      'playwright-core',
      '@techstark/opencv-js',
      'bullmq',
      '@aws-sdk/*',
      '@tus/*',
    ],
  })
}

export async function buildIfStale({ force = false } = {}) {
  const now = await fingerprint()
  const before = await readFile(STAMP, 'utf8').catch(() => '')
  if (!force && now === before) return false
  await buildNode()
  const { build } = await import('vite')
  await build({ root: join(root, 'web'), logLevel: 'warn' })
  await buildServiceWorker(join(root, 'web'), join(root, 'web/dist'))
  await mkdir(join(root, '.cache'), { recursive: true })
  await writeFile(STAMP, now)
  return true
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  await buildIfStale({ force: process.argv.includes('--force') })
