// `npm test`: sets everything up, then type-check, lint, unit and end-to-end tests, and one total.
import { spawnSync } from 'node:child_process'
import { mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { installChromium, installDependencies, root } from './setup.mjs'

installDependencies()
installChromium()

const bin = (name) => join(root, 'node_modules/.bin', name)
const total = { passed: 0, failed: 0, skipped: 0 }

/** Runs a command as one check. */
function check(name, command, args) {
  console.log(`\n— ${name}`)
  const { status } = spawnSync(command, args, {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit'],
  })
  total[status === 0 ? 'passed' : 'failed']++
  return status === 0
}

/** Runs a Vitest project and adds up its tests. */
function vitest(project) {
  console.log(`\n— ${project} tests`)
  const report = join(root, `.cache/${project}-report.json`)
  mkdirSync(join(root, '.cache'), { recursive: true })
  rmSync(report, { force: true })
  const { status } = spawnSync(
    bin('vitest'),
    [
      'run',
      '--project',
      project,
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${report}`,
    ],
    { cwd: root, stdio: ['ignore', 'inherit', 'inherit'] },
  )
  try {
    const { numPassedTests, numFailedTests, numPendingTests } = JSON.parse(
      readFileSync(report, 'utf8'),
    )
    total.passed += numPassedTests
    total.failed += numFailedTests
    total.skipped += numPendingTests
    // A file that fails to load has no failed test of its own.
    if (status !== 0 && numFailedTests === 0) total.failed++
  } catch {
    total.failed++
  }
}

const started = Date.now()
check('types', bin('tsc'), ['-b'])
check('lint', bin('eslint'), ['.'])
check('format', bin('prettier'), ['--check', '--log-level', 'warn', '.'])
check('kernels are compiled from their sources', process.execPath, [
  'scripts/kernels.mjs',
  '--check',
])
check('build', process.execPath, ['scripts/build.mjs'])
vitest('unit')
vitest('e2e')

console.log(`\n${Math.round((Date.now() - started) / 1000)} s`)
const { passed, failed, skipped } = total
console.log(`${passed} passed, ${failed} failed${skipped > 0 ? `, ${skipped} skipped` : ''}`)
process.exit(failed === 0 ? 0 : 1)
