import {
  densityOf,
  statedDensity,
  USUAL_DPI,
  FileError,
  readCaptureFacts,
  readFileFacts,
  type Codec,
} from '@cloudbank/core/codec'
import { readFinished } from '@cloudbank/core/outlets'
import { exportCutOut } from '@cloudbank/core/cutOut'
import {
  CancelledError,
  decideShot,
  drawView,
  refineShot,
  renderShot,
  scalesOf,
  type EngineContext,
  type StopSignal,
} from '@cloudbank/core/engine'
import { Memory, Scratch } from '@cloudbank/core/memory'
import { measurePhotograph } from '@cloudbank/core/measure'
import { giveLook, lookAt, type NetworkOf } from '@cloudbank/core/networks'
import { srgbOfLinear } from '@cloudbank/core/raster'
import { paintScene } from '@cloudbank/core/scene'
import { photographSource } from '@cloudbank/core/source'
import { proposeNeutral } from '@cloudbank/core/steps'
import type { Typesetter } from '@cloudbank/core/typeset'
import { describePicture, rewrite } from '@cloudbank/core/weigh'
import { createAssetStore } from './assetStore'
import { packLook, unpackLook } from './lookFile'
import {
  SCENE_STAGE,
  type FileSource,
  type FromWorker,
  type Job,
  type JobResults,
  type ToWorker,
} from './protocol'
import { errorToData } from './workerErrors'

/** What the platform gives the worker. */
export interface WorkerPlatform {
  readonly codec: Codec
  readonly network: NetworkOf
  readonly typesetter: () => Promise<Typesetter>
  readonly sha256: (bytes: Uint8Array) => Promise<string>
  readonly post: (message: FromWorker, transfer: ArrayBuffer[]) => void
}

/** Tiles are looked at and thrown away. */
const TILE_QUALITY_PCT = 80

/** Answers requests in a worker: decodes, runs the engine, and posts what comes of it. */
export function serveEngine(platform: WorkerPlatform): (message: ToWorker) => Promise<void> {
  const { codec, network, typesetter, post, sha256 } = platform
  const assets = createAssetStore()
  const memory = new Memory()
  const scratch = new Scratch()
  post({ kind: 'ready' }, [])

  return async ({ jobId, job, stop }) => {
    try {
      const signal = stopSignal(stop)
      const onStage = (stage: string): void => post({ kind: 'stage', jobId, stage }, [])
      const result = await run(job, signal, onStage)
      post({ kind: 'done', jobId, result }, transferable(result))
    } catch (error) {
      post({ kind: 'failed', jobId, error: errorToData(error) }, [])
    }
  }

  async function run(
    job: Job,
    signal: StopSignal,
    onStage: (stage: string) => void,
  ): Promise<JobResults[Job['kind']]> {
    if (job.kind === 'scene') {
      const made = paintScene(job.size, job.spec, (done01) => {
        if (signal.aborted) throw new CancelledError()
        onStage(`${SCENE_STAGE}${Math.round(done01 * 100)}`)
      })
      const bytes = await codec.encode(srgbOfLinear(made, null), 'png', 100)
      return { bytes }
    }
    const bytes = await readSource(job.source)
    if (job.kind === 'inspect') return inspect(bytes, job.previewSidePx, onStage)
    const picture = await decoded(codec.decode(bytes))
    const source = photographSource(picture)
    onStage('decode')
    if (job.kind === 'measure') {
      const look = await lookAt(source, await network('finder'))
      const { map } = look
      const measures = measurePhotograph(source, map)
      onStage('measure')
      return {
        capture: await readCaptureFacts(bytes),
        measures,
        card: proposeNeutral(source, map),
        look: await packLook(look),
      }
    }
    const platformed = {
      codec,
      network,
      typesetter,
      asset: assets.get,
      memory,
      scratch,
      signal,
      onStage,
    }
    if (job.kind === 'weigh') {
      const facts = await describePicture(bytes, picture)
      const hash = await sha256(bytes)
      const context: EngineContext = { ...platformed, mattes: new Map() }
      const files = await rewrite(hash, bytes, facts, source, job.use, job.options, context)
      const made = files.map(async (file) => ({ ...file, hash: await sha256(file.bytes) }))
      return { facts, made: await Promise.all(made) }
    }
    const { look } = job
    if (look) giveLook(source, () => unpackLook(look))
    assets.give(job.assets)
    const context: EngineContext = {
      ...platformed,
      mattes: new Map(job.mattes.map(({ key, matte }) => [key, matte])),
    }
    if (job.kind === 'decide') {
      const decided = await decideShot(source, job.plan, context)
      const sides = scalesOf(source, job.plan, decided).map(({ sidePx }) => sidePx)
      const { mattes } = await refineShot(source, job.plan, decided, context, { sides })
      return { mattes }
    }
    if (job.kind === 'view') {
      const { name, options, plan } = job
      const view = await drawView(source, plan, context, name, options)
      const tile = view.picture && (await codec.encode(view.picture, 'webp', TILE_QUALITY_PCT))
      return { bytes: tile, facts: view.facts, mattes: view.mattes }
    }
    if (job.kind === 'cut-out') {
      const dpi = await densityOf(bytes)
      return { bytes: await exportCutOut(source, job.plan, context, job.format, dpi) }
    }
    const dpi = await keptDensity(bytes)
    const made = await renderShot(source, job.plan, { ...context, dpi }, job.only)
    const renditions: JobResults['render']['renditions'][number][] = []
    for (const file of made.renditions) {
      const finished = await readFinished(file.bytes, await codec.decode(file.bytes))
      onStage('check')
      renditions.push({ ...file, hash: await sha256(file.bytes), finished })
    }
    return { ...made, renditions }
  }

  async function inspect(
    bytes: Uint8Array,
    sidePx: number,
    onStage: (stage: string) => void,
  ): Promise<JobResults['inspect']> {
    const facts = readFileFacts(bytes)
    const { whole, ...preview } = await decoded(codec.preview(bytes, sidePx))
    onStage('decode')
    // How it stands upright, whatever the format says it by.
    const upright = { ...facts, width: whole.width, height: whole.height }
    return { facts: upright, hash: await sha256(bytes), preview }
  }
}

/** Whatever else a decoder throws that has its files, the photograph is damaged. */
async function decoded<T>(decoding: Promise<T>): Promise<T> {
  try {
    return await decoding
  } catch (error) {
    const { kind } = errorToData(error)
    if (kind !== 'unexpected') throw error
    throw new FileError({ code: 'damaged' }, { cause: error })
  }
}

async function readSource(source: FileSource): Promise<Uint8Array> {
  return source instanceof Uint8Array ? source : new Uint8Array(await source.arrayBuffer())
}

function stopSignal(stop: SharedArrayBuffer | null): StopSignal {
  if (!stop) return { aborted: false }
  const flag = new Int32Array(stop)
  return {
    get aborted() {
      return Atomics.load(flag, 0) !== 0
    },
  }
}

/** The buffers of a result that nobody else holds. */
function transferable(result: JobResults[Job['kind']]): ArrayBuffer[] {
  const files =
    'preview' in result
      ? [result.preview.bytes]
      : 'renditions' in result
        ? result.renditions.map(({ bytes }) => bytes)
        : 'made' in result
          ? result.made.map(({ bytes }) => bytes)
          : 'bytes' in result && result.bytes
            ? [result.bytes]
            : []
  return files
    .filter((bytes) => bytes.byteLength === bytes.buffer.byteLength)
    .map((bytes) => bytes.buffer as ArrayBuffer) // codecs give unshared memory
}

/** A photograph's density where it says more than what is usual anyway, in whole pixels an inch; null otherwise. */
async function keptDensity(bytes: Uint8Array): Promise<number | null> {
  const dpi = await statedDensity(bytes)
  return dpi === null || Math.round(dpi) === USUAL_DPI ? null : Math.round(dpi)
}
