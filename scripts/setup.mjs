// What `npm start` and `npm test` need before anything else: dependencies that match the lockfile.
import { createHash } from 'node:crypto'
import { execFileSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { join } from 'node:path'

export const root = fileURLToPath(new URL('..', import.meta.url))
export const CHROMIUM = '/usr/bin/chromium'
export const REDIS = '/usr/bin/redis-server'

/** Installs the dependencies when the lockfile has changed since they were last installed. */
export function installDependencies() {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex')
  const stamp = join(root, 'node_modules/.lock-hash')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return
  console.error('Installing dependencies …')
  execFileSync('npm', ['ci', '--no-fund', '--no-audit', '--loglevel=error'], {
    cwd: root,
    stdio: ['ignore', process.stderr, process.stderr],
  })
  mkdirSync(join(root, 'node_modules'), { recursive: true })
  writeFileSync(stamp, lock)
}

/** Installs what tests need of Debian's packages and is missing: Chromium and Redis; needs root. */
export function installTestPrograms() {
  const missing = Object.entries({ chromium: CHROMIUM, 'redis-server': REDIS })
    .filter(([, path]) => !existsSync(path))
    .map(([name]) => name)
  if (missing.length === 0) return
  console.error(`Installing ${missing.join(' and ')} …`)
  const run = (...args) =>
    execFileSync('apt-get', args, {
      stdio: ['ignore', 'ignore', process.stderr],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    })
  run('update', '-q')
  run('install', '-y', '-q', '--no-install-recommends', ...missing)
}
