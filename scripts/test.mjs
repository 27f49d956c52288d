// `npm test`: sets everything up, then runs every check and every test, and ends with one total.
import { Buffer } from 'node:buffer'
import { spawn } from 'node:child_process'
import { mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { installTestPrograms, installDependencies, root } from './setup.mjs'

installDependencies()
installTestPrograms()

const bin = (name) => join(root, 'node_modules/.bin', name)
const total = { passed: 0, failed: 0, skipped: 0 }
const started = Date.now()
const seconds = () => `${Math.round((Date.now() - started) / 1000)} s`

/**
 * Runs a command to its end. While others run beside it, what it prints is shown when it ends, so that it stays
 * readable.
 */
function run(name, command, args, output) {
  return new Promise((resolve) => {
    if (output === 'live') console.log(`\n— ${name}`)
    const out = output === 'live' ? 'inherit' : 'pipe'
    const child = spawn(command, args, { cwd: root, stdio: ['ignore', out, out] })
    const printed = []
    child.stdout?.on('data', (chunk) => printed.push(chunk))
    child.stderr?.on('data', (chunk) => printed.push(chunk))
    child.on('close', (status) => {
      if (output !== 'live') console.log(`\n— ${name} (until ${seconds()})`)
      process.stdout.write(Buffer.concat(printed))
      resolve(status === 0)
    })
  })
}

/** Runs a command as one check. */
async function check(name, command, args) {
  total[(await run(name, command, args, 'at its end')) ? 'passed' : 'failed']++
}

/** Runs Vitest projects and adds up their tests. */
async function vitest(projects, output) {
  const report = join(root, `.cache/${projects[0]}-report.json`)
  mkdirSync(join(root, '.cache'), { recursive: true })
  rmSync(report, { force: true })
  const args = [
    'run',
    ...projects.flatMap((project) => ['--project', project]),
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${report}`,
  ]
  const passed = await run(`${projects[0]} tests`, bin('vitest'), args, output)
  try {
    const { numPassedTests, numFailedTests, numPendingTests } = JSON.parse(
      readFileSync(report, 'utf8'),
    )
    total.passed += numPassedTests
    total.failed += numFailedTests
    total.skipped += numPendingTests
    // A file that fails to load has no failed test of its own.
    if (!passed && numFailedTests === 0) total.failed++
  } catch {
    total.failed++
  }
}

// One core checks the sources while the other builds and tests them.
await Promise.all([
  (async () => {
    await check('types', bin('tsc'), ['-b'])
    await check('lint', bin('eslint'), ['.'])
    await check('format', bin('prettier'), ['--check', '--log-level', 'warn', '.'])
    await check('kernels are compiled from their sources', process.execPath, [
      'scripts/kernels.mjs',
      '--check',
    ])
  })(),
  (async () => {
    await check('build', process.execPath, ['scripts/build.mjs'])
    await vitest(['unit', 'unit-web', 'unit-screens'], 'at its end')
  })(),
])
await vitest(['e2e', 'e2e-alone'], 'live')

console.log(`\n${seconds()}`)
const { passed, failed, skipped } = total
console.log(`${passed} passed, ${failed} failed${skipped > 0 ? `, ${skipped} skipped` : ''}`)
process.exit(failed === 0 ? 0 : 1)
