import { FileError, readCaptureFacts, readFileFacts, type Codec } from '@cloudbank/core/codec'
import {
  cutShot,
  packMatte,
  renderShot,
  unpackMatte,
  type StopSignal,
} from '@cloudbank/core/engine'
import { measurePhotograph } from '@cloudbank/core/measure'
import { findProduct, proposeNeutral, type Finder } from '@cloudbank/core/steps'
import type { FromWorker, Job, JobResults, Source, ToWorker } from './protocol'
import { errorToData } from './workerErrors'

/** What the platform gives the worker. */
export interface WorkerPlatform {
  readonly codec: Codec
  readonly loadFinder: () => Promise<Finder>
  readonly sha256: (bytes: Uint8Array) => Promise<string>
  readonly post: (message: FromWorker, transfer: ArrayBuffer[]) => void
}

/** Answers requests in a worker: decodes, runs the engine, and posts what comes of it. */
export function serveEngine(platform: WorkerPlatform): (message: ToWorker) => Promise<void> {
  let finder: Promise<Finder> | null = null
  const sharedFinder = (): Promise<Finder> => (finder ??= platform.loadFinder())

  return async ({ jobId, job, stop }) => {
    try {
      const signal = stopSignal(stop)
      const onStage = (stage: string): void => platform.post({ kind: 'stage', jobId, stage }, [])
      const result = await run(job, signal, onStage)
      platform.post({ kind: 'done', jobId, result }, transferable(result))
    } catch (error) {
      platform.post({ kind: 'failed', jobId, error: errorToData(error) }, [])
    }
  }

  async function run(
    job: Job,
    signal: StopSignal,
    onStage: (stage: string) => void,
  ): Promise<JobResults[Job['kind']]> {
    const bytes = await readSource(job.source)
    const facts = readFileFacts(bytes)
    if (job.kind === 'inspect') {
      const { whole, ...preview } = await checked(platform.codec.preview(bytes, job.previewSidePx))
      onStage('decode')
      // How it stands upright, whatever the format says it by.
      const upright = { ...facts, width: whole.width, height: whole.height }
      return { facts: upright, hash: await platform.sha256(bytes), preview }
    }
    const picture = await checked(platform.codec.decode(bytes))
    onStage('decode')
    if (job.kind === 'measure') {
      const finder = await sharedFinder()
      const capture = await readCaptureFacts(bytes)
      const measures = await measurePhotograph(picture, (small) => findProduct(small, finder))
      onStage('measure')
      return { capture, measures, card: await proposeNeutral(picture, finder) }
    }
    if (job.kind === 'cut') {
      const matte = await cutShot(picture, job.plan, {
        codec: platform.codec,
        finder: sharedFinder,
        signal,
        onStage,
      })
      return { matte: matte && packMatte(matte) }
    }
    const known = job.knownMatte ? unpackMatte(job.knownMatte) : null
    const cube = job.cube ?? null
    const context = { codec: platform.codec, finder: sharedFinder, cube, signal, onStage }
    const result = await renderShot(picture, job.plan, known, context, job.only)
    return { ...result, matte: result.matte && (job.knownMatte ?? packMatte(result.matte)) }
  }

  /** Whatever else a decoder throws, the file is damaged. */
  async function checked<T>(decoding: Promise<T>): Promise<T> {
    try {
      return await decoding
    } catch (error) {
      if (error instanceof FileError) throw error
      throw new FileError({ code: 'damaged' }, { cause: error })
    }
  }
}

async function readSource(source: Source): Promise<Uint8Array> {
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
        : []
  return files
    .filter((bytes) => bytes.byteLength === bytes.buffer.byteLength)
    .map((bytes) => bytes.buffer as ArrayBuffer) // codecs give unshared memory
}
