import { fork } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { parseArgs } from 'node:util'
import { placesOf, READY_OUTLETS } from '@cloudbank/core/outlets'
import { runFarm } from './farm/runFarm'
import { openShootFolder, photoPath } from './shootFolder'
import { runInChromium, runOutletsInChromium } from './speed/browserRun'
import { runInterface, type InterfaceResult } from './speed/interface'
import { measureOnNode, runOnNode, type SpeedResult } from './speed/nodeRun'
import { enlarged } from './speed/enlarged'
import { enlargerSeconds } from './speed/enlargers'
import { markSpeed } from './speed/marks'
import { runPeer } from './speed/peerRun'
import { sceneSeconds } from './speed/scenes'
import { strokeMs } from './speed/strokes'
import { weighRatio } from './speed/weigh'
import { printTable } from './table'

const { values } = parseArgs({
  options: {
    json: { type: 'boolean', default: false },
    part: { type: 'string' },
    /** Photographs that workers are measured with. */
    shots: { type: 'string', default: '1000' },
  },
})
const tell = (line: string): void => void process.stderr.write(`${line}\n`)
const folder = await openShootFolder(resolve('demo'))
const photos = folder.photos.map((photo) => photoPath(folder, photo))
/** The photographs of 4 to 4.5 megapixels, by which Cut's time is judged. */
const fourMegapixels = folder.photos
  .filter(({ width, height }) => width * height >= 4e6 && width * height <= 4.5e6)
  .map((photo) => photoPath(folder, photo))

/** Photographs that are weighed. */
const WEIGHED = 12

/** Each part runs in a process of its own, so that its peak of memory is its own. */
const PARTS = {
  'without-cut': () => runOnNode('Node, without Cut', photos, { cut: false, workers: 2 }),
  'with-cut': () => runOnNode('Node, with Cut', photos, { cut: true, workers: 2 }),
  large: async () =>
    runOnNode('Node, with Cut, one core, 24 MP', await enlarged(fourMegapixels.slice(0, 4)), {
      cut: true,
      workers: 1,
    }),
  'one-core': () =>
    runOnNode('Node, with Cut, one core, 4 MP', fourMegapixels, { cut: true, workers: 1 }),
  outlets: () =>
    runOnNode('Node, to five outlets', photos, {
      cut: true,
      workers: 2,
      placements: placesOf(READY_OUTLETS).map(({ planned }) => planned),
    }),
} as const

if (values.part === 'strokes') {
  console.log(`A stroke, one core, median: ${Math.round(await strokeMs(folder, tell))} ms`)
  process.exit(0)
}
if (values.part === 'enlargers') {
  console.log(JSON.stringify(await enlargerSeconds(), null, 2))
  process.exit(0)
}
if (values.part === 'scenes') {
  console.log(JSON.stringify(sceneSeconds(), null, 2))
  process.exit(0)
}
if (values.part === 'weigh') {
  console.log(JSON.stringify(await weighRatio(photos.slice(0, WEIGHED)), null, 2))
  process.exit(0)
}
if (values.part === 'farm') {
  console.log(JSON.stringify(await runFarm(photos, Number(values.shots), tell), null, 2))
  process.exit(0)
}
if (values.part === 'marks') {
  console.log(JSON.stringify(await markSpeed(), null, 2))
  process.exit(0)
}
if (values.part === 'outlets-in-chromium') {
  console.log(JSON.stringify(await runOutletsInChromium(photos.length), null, 2))
  process.exit(0)
}
if (values.part === 'interface') {
  printInterface(await runInterface(photos[0]!, tell))
  process.exit(0)
}
if (values.part) {
  const part = PARTS[values.part as keyof typeof PARTS] // the parent passes a name of PARTS
  process.send?.(await part())
  process.exit(0)
}

const results: SpeedResult[] = []
tell('plain sharp …')
results.push(await runPeer(photos))
for (const part of Object.keys(PARTS)) {
  tell(`${part} …`)
  results.push(await runPart(part))
}
tell('measuring …')
const measureSeconds = await measureOnNode(fourMegapixels)
const strokes = await strokeMs(folder, tell)
tell('chromium …')
results.push(await runInChromium(photos.length))
results.push(await runOutletsInChromium(photos.length))
const inTheInterface = await runInterface(photos[0]!, tell)

const peer = results[0]!
const withoutCut = results[1]!
const large = results[3]!
const oneCore = results[4]!
const summary = {
  machine: cpuName(),
  results,
  /** Wanted: at most 1.3. */
  withoutCutOverPeer: withoutCut.seconds / peer.seconds,
  /** Wanted: at most 2.5. */
  cutSecondsAtFourMegapixels: cutSeconds(oneCore),
  /** Of one core, beyond decoding. Wanted: at most 1.5. */
  cutSecondsAt24Megapixels: cutSeconds(large),
  /** Of one core, a stroke of repair: median. Wanted: at most 150. */
  strokeMs: strokes,
  /** Of one core, a photograph at 4 megapixels. Wanted: at most 0.5. */
  measureSeconds,
  /** Of one core, for a megapixel that is made. */
  enlargerSeconds: await enlargerSeconds(),
  interface: inTheInterface,
}
if (values.json) console.log(JSON.stringify(summary, null, 2))
else print()
process.exit(0)

function runPart(part: string): Promise<SpeedResult> {
  return new Promise((settle, reject) => {
    const child = fork(join(fileURLToPath(import.meta.url)), ['--part', part])
    child.on('message', (result: SpeedResult) => settle(result))
    child.on('exit', (code) => code !== 0 && reject(new Error(`${part} ended with ${code}`)))
  })
}

/** Time of the stages that belong to Cut, in seconds a shot. */
function cutSeconds({ stagesMs }: SpeedResult): number {
  const stages = [
    'reduce',
    'edges',
    'finder',
    'backdrop',
    'evidence',
    'votes',
    'cut',
    'rim',
    'alpha',
  ]
  return stages.reduce((sum, stage) => sum + (stagesMs[stage] ?? 0), 0) / 1000
}

function cpuName(): string {
  return /model name\s*: (.*)/.exec(readFileSync('/proc/cpuinfo', 'utf8'))?.[1] ?? 'unknown'
}

function print(): void {
  printTable([
    ['', 'shots', 'shots/s', 'against plain', 'peak MB'],
    ...results.map(({ name, shots, shotsPerSecond, seconds, peakBytes }) => [
      name,
      shots,
      shotsPerSecond,
      `${(seconds / shots / (peer.seconds / peer.shots)).toFixed(2)}×`,
      Math.round(peakBytes / 1e6),
    ]),
  ])
  console.log(`\nCut, one core, 4 MP: ${summary.cutSecondsAtFourMegapixels.toFixed(2)} s a shot`)
  console.log(`Cut, one core, 24 MP: ${summary.cutSecondsAt24Megapixels.toFixed(2)} s a shot`)
  console.log(`A stroke of repair, median: ${Math.round(strokes)} ms`)
  console.log(`Measuring, one core, 4 MP: ${measureSeconds.toFixed(2)} s a photograph`)
  printTable([
    ['', '4 MP, ms', '24 MP, ms'],
    ...Object.entries(oneCore.stagesMs).map(([stage, ms]) => [
      `  ${stage}`,
      Math.round(ms),
      Math.round(large.stagesMs[stage] ?? 0),
    ]),
  ])
  printInterface(inTheInterface)
}

function printInterface({ sliders, intake, sheet, shelf, flip }: InterfaceResult): void {
  const megabytes = (bytes: number): number => Math.round(bytes / 1e6)
  console.log('\nInterface, in Chromium')
  printTable([
    ['', 'measured', 'wanted'],
    ['slider to picture, 1600 px, median ms', Math.round(sliders.plain.median), '≤ 40'],
    ['  95th percentile', Math.round(sliders.plain.p95), ''],
    ['  worst', Math.round(sliders.plain.worst), '≤ 100'],
    ['  with all of Light set, median', Math.round(sliders.full.median), ''],
    ['intake, photographs/s', intake.perSecond, ''],
    ['plain decode, photographs/s', intake.decodePerSecond, ''],
    ['  decode over intake', intake.decodePerSecond / intake.perSecond, '≤ 2'],
    [`sheet of ${sheet.shots}, first paint ms`, Math.round(sheet.firstPaintMs), '< 1500'],
    [`  frames over 50 ms, of ${sheet.frames}`, sheet.framesOver50Ms, '0'],
    ['  worst frame ms', Math.round(sheet.worstFrameMs), ''],
    ['run, page at work for a shot of 100, ms', Math.round(sheet.runMsPerShot.small), ''],
    [`  of ${sheet.shots}, ms`, Math.round(sheet.runMsPerShot.large), 'about the same'],
    [`shelf of ${shelf.products} products, open ms`, Math.round(shelf.firstMs), ''],
    [`  frames over 50 ms, of ${shelf.frames}`, shelf.framesOver50Ms, '0'],
    ['  worst frame ms', Math.round(shelf.worstFrameMs), ''],
    [
      `flipping through ${flip.photographs} of ${flip.megapixels} MP, peak MB`,
      megabytes(flip.peakBytes),
      '',
    ],
  ])
}
