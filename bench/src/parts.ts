import { resolve } from 'node:path'
import { placesOf, READY_OUTLETS } from '@cloudbank/core/outlets'
import { runFarm } from './farm/runFarm'
import type { Measured } from './figures'
import { openShootFolder, photoPath } from './shootFolder'
import { runInChromium, runOutletsInChromium } from './speed/browserRun'
import { enlarged } from './speed/enlarged'
import { enlargerSeconds } from './speed/enlargers'
import { runInterface } from './speed/interface'
import { markSpeed } from './speed/marks'
import { measureOnNode, runOnNode, type SpeedResult } from './speed/nodeRun'
import { runPeer } from './speed/peerRun'
import { sceneSeconds } from './speed/scenes'
import { strokeMs } from './speed/strokes'
import { weighRatio } from './speed/weigh'

/** One part of the bench; each of its rounds is a process of its own, so that a peak of memory is its own. */
interface Part {
  readonly title: string
  /** Parts that take minutes are measured once, and only when they are asked for by name. */
  readonly rounds: 3 | 1
  readonly measure: (given: Given) => Promise<readonly Measured[]>
}

export interface Given {
  /** Photographs that workers are measured with. */
  readonly shots: number
  readonly tell: (line: string) => void
}

/** Photographs that the longer parts take of the demo shoot. */
const SOME = 12
const FEW = 6
/** Of which every format takes its time. */
const WEIGHED = 2

const folder = await openShootFolder(resolve('demo'))
const photos = folder.photos.map((photo) => photoPath(folder, photo))
/** The photographs of 4 to 4.5 megapixels, by which Cut's time is judged. */
const fourMegapixels = folder.photos
  .filter(({ width, height }) => width * height >= 4e6 && width * height <= 4.5e6)
  .map((photo) => photoPath(folder, photo))

export const PARTS = {
  'without-cut': {
    title: 'The demo shoot without Cut, two workers',
    rounds: 3,
    measure: async () => {
      const peer = await runPeer(photos)
      const own = await runOnNode('without Cut', photos, { cut: false, workers: 2 })
      return [...besidePeer(own, peer, '≤ 1.2'), memoryOf(own), memoryOf(peer, 'plain script, ')]
    },
  },
  'with-cut': {
    title: `${SOME} photographs with Cut, two workers`,
    rounds: 3,
    measure: async () => {
      const some = photos.slice(0, SOME)
      const peer = await runPeer(some)
      const own = await runOnNode('with Cut', some, { cut: true, workers: 2 })
      return [...besidePeer(own, peer), memoryOf(own)]
    },
  },
  'one-core': {
    title: `${FEW} photographs of 4 megapixels with Cut, one core`,
    rounds: 3,
    measure: async () =>
      stagesOf(await runOnNode('4 MP', fourMegapixels.slice(0, FEW), { cut: true, workers: 1 })),
  },
  large: {
    title: 'Two photographs of 24 megapixels with Cut, one core',
    rounds: 3,
    measure: async () => {
      const large = await enlarged(fourMegapixels.slice(0, 2))
      const run = await runOnNode('24 MP', large, { cut: true, workers: 1 })
      return [...stagesOf(run), memoryOf(run)]
    },
  },
  outlets: {
    title: `${FEW} photographs to five outlets, two workers`,
    rounds: 3,
    measure: async () => {
      const few = photos.slice(0, FEW)
      const places = placesOf(READY_OUTLETS).map(({ planned }) => planned)
      const run = { cut: true, workers: 2 }
      const one = await runOnNode('one', few, { ...run, placements: places.slice(0, 1) })
      const all = await runOnNode('five', few, { ...run, placements: places })
      return [
        {
          name: `${places.length} files a photograph over one`,
          unit: '×',
          value: all.seconds / one.seconds,
        },
        memoryOf(all),
      ]
    },
  },
  measuring: {
    title: `Measuring ${FEW} photographs of 4 megapixels, one core`,
    rounds: 3,
    measure: async () => [
      {
        name: 'a photograph',
        unit: 's',
        value: await measureOnNode(fourMegapixels.slice(0, FEW)),
        target: '≤ 0.35',
      },
    ],
  },
  strokes: {
    title: 'Strokes of repair, one core',
    rounds: 3,
    measure: async ({ tell }) => [
      {
        name: 'a stroke, median',
        unit: 'ms',
        value: await strokeMs(folder, tell),
        target: '≤ 150',
      },
    ],
  },
  enlargers: {
    title: 'Fine enlarging, one core',
    rounds: 3,
    measure: async () => {
      const { twice, fourTimes } = await enlargerSeconds()
      return [
        { name: 'a megapixel made at twice the sides', unit: 's', value: twice },
        { name: '… at four times', unit: 's', value: fourTimes },
      ]
    },
  },
  marks: {
    title: 'Marks at 1200 pixels, one core',
    rounds: 3,
    measure: async () => {
      const { pricesASecond, threeASecond, openMs } = await markSpeed()
      return [
        {
          name: 'a price with its plate',
          unit: 'renditions a second',
          value: pricesASecond,
          target: '≥ 30',
        },
        {
          name: 'a price, a call-out and a dimension',
          unit: 'renditions a second',
          value: threeASecond,
        },
        { name: 'opening the drawing library and its fonts', unit: 'ms', value: openMs },
      ]
    },
  },
  scenes: {
    title: 'Scenes of 2000 × 2000 pixels, wet, one core',
    rounds: 3,
    measure: () =>
      Promise.resolve(
        Object.entries(sceneSeconds()).map(([name, value]) => ({
          name,
          unit: 's',
          value,
          target: '≤ 3',
        })),
      ),
  },
  weigh: {
    title: `Weighing ${WEIGHED} photographs, one core`,
    rounds: 3,
    measure: async () => {
      const { seconds, ratio } = await weighRatio(photos.slice(0, WEIGHED))
      return [
        {
          name: 'time over that of decoders and encoders',
          unit: '×',
          value: ratio,
          target: '≤ 1.3',
        },
        { name: 'a photograph', unit: 's', value: seconds / WEIGHED },
      ]
    },
  },
  chromium: {
    title: 'The demo shoot in headless Chromium with Cut, through the interface',
    rounds: 1,
    measure: async () => {
      const peer = await runPeer(photos)
      const own = await runInChromium(photos.length)
      return [...besidePeer(own, peer), memoryOf(own)]
    },
  },
  'outlets-in-chromium': {
    title: 'The demo shoot to five outlets in headless Chromium',
    rounds: 1,
    measure: async () => {
      const run = await runOutletsInChromium(photos.length)
      return [
        { name: 'all of it', unit: 's', value: run.seconds },
        memoryOf(run),
        { name: 'memory more while packing', unit: 'MB', value: run.packingBytes / 1e6 },
      ]
    },
  },
  interface: {
    title: 'The interface in headless Chromium',
    rounds: 1,
    measure: async ({ tell }) => interfaceFigures(await runInterface(photos[0]!, tell)),
  },
  farm: {
    title: 'Workers on a real Redis and a shared folder',
    rounds: 1,
    measure: async ({ shots, tell }) => {
      const { measured, simulated, simulatedOverMeasured, memoryRatio } = await runFarm(
        photos,
        shots,
        tell,
      )
      return [
        ...measured.map(({ workers, shots: count, seconds }) => ({
          name: `${workers} of one core, ${count} photographs`,
          unit: 'a minute',
          value: (count / seconds) * 60,
        })),
        ...simulated.map(({ workers, perMinute }) => ({
          name: `${workers}, simulated`,
          unit: 'a minute',
          value: perMinute,
        })),
        ...simulatedOverMeasured.map((value, k) => ({
          name: `simulation of ${k + 1} over what was measured`,
          unit: '×',
          value,
        })),
        {
          name: 'memory with all of them over a tenth',
          unit: '×',
          value: memoryRatio,
          target: '≤ 1.2',
        },
      ]
    },
  },
} as const satisfies Record<string, Part>

export type PartName = keyof typeof PARTS

/** A run's pace, and its time as times that of the plain script over the same photographs. */
const besidePeer = (own: SpeedResult, peer: SpeedResult, target?: string): Measured[] => [
  { name: 'pace', unit: 'photographs a second', value: own.shotsPerSecond },
  {
    name: 'time over the plain script',
    unit: '×',
    value: peer.shotsPerSecond / own.shotsPerSecond,
    ...(target === undefined ? {} : { target }),
  },
]

const memoryOf = ({ peakBytes }: SpeedResult, whose = ''): Measured => ({
  name: `${whose}peak of memory`,
  unit: 'MB',
  value: peakBytes / 1e6,
})

/** Stages of Cut besides the network. */
const CUT_STAGES = ['reduce', 'edges', 'backdrop', 'evidence', 'votes', 'cut', 'outline']

function stagesOf({ stagesMs }: SpeedResult): Measured[] {
  const cut = CUT_STAGES.reduce((sum, stage) => sum + (stagesMs[stage] ?? 0), 0)
  return [
    { name: 'Cut but for the finder', unit: 'ms', value: cut, target: '≤ 500' },
    ...Object.entries(stagesMs).map(([name, value]) => ({ name, unit: 'ms', value })),
  ]
}

function interfaceFigures({
  sliders,
  intake,
  sheet,
  shelf,
  flip,
}: Awaited<ReturnType<typeof runInterface>>): Measured[] {
  const ms = (name: string, value: number, target?: string): Measured => ({
    name,
    unit: 'ms',
    value,
    ...(target === undefined ? {} : { target }),
  })
  const frames = (of: string, count: number, all: number): Measured => ({
    name: `${of}: frames over 50 ms, of ${all}`,
    unit: 'frames',
    value: count,
    target: '0',
  })
  return [
    ms('slider to picture, 800 of 1600 pixels, median', sliders.plain.median, '≤ 40'),
    ms('… 95th percentile', sliders.plain.p95),
    ms('… worst', sliders.plain.worst, '≤ 100'),
    ms('… with every kind of setting of Light at work, median', sliders.full.median),
    { name: 'intake', unit: 'photographs a second', value: intake.perSecond },
    {
      name: 'intake over plain decoding',
      unit: '×',
      value: intake.decodePerSecond / intake.perSecond,
      target: '≤ 2',
    },
    ms(`sheet of ${sheet.shots}: first picture`, sheet.firstPaintMs, '< 1500'),
    frames('… scrolled', sheet.framesOver50Ms, sheet.frames),
    ms('… worst frame', sheet.worstFrameMs),
    ms('a finished shot on the page’s thread, in a shoot of 100', sheet.runMsPerShot.small, '≤ 30'),
    ms(`… of ${sheet.shots}`, sheet.runMsPerShot.large, 'the same'),
    ms(`shelf of ${shelf.products} products: open`, shelf.firstMs),
    frames('… scrolled', shelf.framesOver50Ms, shelf.frames),
    ms('… worst frame', shelf.worstFrameMs),
    {
      name: `flipping through ${flip.photographs} of ${flip.megapixels} megapixels: peak of the page`,
      unit: 'MB',
      value: flip.peakBytes / 1e6,
      target: '≤ 700',
    },
  ]
}
