import { dataToError, WorkerLostError } from '../pool'
import type {
  FromPreviewer,
  PictureWork,
  PreviewAnswers,
  PreviewRequest,
  Retouching,
  ToPreviewer,
} from './protocol'

type Kind = PreviewRequest['kind']
type RequestOf<K extends Kind> = Extract<PreviewRequest, { kind: K }>
/** What is drawn again and again on one view. */
type Drawn = 'draw' | 'view' | 'stages'

interface Waiting {
  readonly resolve: (answer: PreviewAnswers[Kind]) => void
  readonly reject: (error: Error) => void
}

/** Told what the previewer has to say unasked. */
export interface PreviewerEvents {
  /** How far a long drawing is; null once it is drawn. */
  readonly onRetouching?: (retouching: Retouching | null) => void
  /** What is to be stored of a picture. */
  readonly onStore?: (work: PictureWork) => void
}

/** A worker, whatever the platform calls it. */
export interface PreviewerEndpoint {
  post(message: ToPreviewer, transfer: Transferable[]): void
  /** Calls back with every message, and once with null should the worker end by itself. */
  listen(onMessage: (message: FromPreviewer | null) => void): void
  terminate(): void
}

/**
 * Asks a previewer. Of the drawings of one view only the newest waits: while one is at work, those that
 * a moving slider asked for in between are passed over, and their promises give null.
 *
 * A worker that ends rejects what waits with `WorkerLostError`. The next request starts another, which
 * knows nothing of the pictures and views before: `generation` says which one it is.
 */
export class Previewer {
  readonly #create: () => PreviewerEndpoint
  readonly #events: PreviewerEvents
  readonly #waiting = new Map<number, Waiting>()
  readonly #drawing = new Map<string, Promise<unknown>>()
  readonly #newest = new Map<string, number>()
  readonly #listeners = new Set<() => void>()
  #endpoint: PreviewerEndpoint | null = null
  #generation = 0
  #lastId = 0

  constructor(create: () => PreviewerEndpoint, events: PreviewerEvents = {}) {
    this.#create = create
    this.#events = events
  }

  /** Counts the workers that have been lost. */
  get generation(): number {
    return this.#generation
  }

  /** Calls back when a worker has been lost; gives back what ends that. */
  onLost(listener: () => void): () => void {
    this.#listeners.add(listener)
    return () => this.#listeners.delete(listener)
  }

  ask<K extends Kind>(
    request: RequestOf<K>,
    transfer: Transferable[] = [],
  ): Promise<PreviewAnswers[K]> {
    const endpoint = (this.#endpoint ??= this.#start())
    const callId = ++this.#lastId
    return new Promise<PreviewAnswers[K]>((resolve, reject) => {
      this.#waiting.set(callId, {
        resolve: (answer) => resolve(answer as PreviewAnswers[K]), // the worker answers in kind
        reject,
      })
      endpoint.post({ callId, request }, transfer)
    })
  }

  /** Tells the previewer something that needs no answer: a picture or a view that is done with. */
  tell(request: RequestOf<'close' | 'abandon'>): void {
    // A worker that was never started, or was lost, holds nothing.
    if (!this.#endpoint) return
    this.ask(request).catch(() => undefined)
  }

  /** Draws a view; null when a newer drawing of the view took its place. */
  async draw<K extends Drawn>(request: RequestOf<K>): Promise<PreviewAnswers[K] | null> {
    const { view } = request as RequestOf<Drawn> // either has one
    const turn = (this.#newest.get(view) ?? 0) + 1
    this.#newest.set(view, turn)
    while (this.#drawing.has(view)) {
      await this.#drawing.get(view)
      if (this.#newest.get(view) !== turn) return null
    }
    const drawn = this.ask<K>(request)
    const settled = drawn.then(
      () => undefined,
      () => undefined,
    )
    this.#drawing.set(view, settled)
    try {
      return await drawn
    } finally {
      this.#drawing.delete(view)
    }
  }

  /** Ends the worker; what waits is rejected. */
  dispose(): void {
    this.#endpoint?.terminate()
    this.#endpoint = null
    this.#rejectAll(new Error('The previewer was closed'))
  }

  #start(): PreviewerEndpoint {
    const endpoint = this.#create()
    endpoint.listen((message) => {
      if (this.#endpoint !== endpoint) return
      if (message) this.#receive(message)
      else this.#lose(endpoint)
    })
    return endpoint
  }

  #lose(endpoint: PreviewerEndpoint): void {
    endpoint.terminate()
    this.#endpoint = null
    this.#generation++
    this.#events.onRetouching?.(null)
    this.#rejectAll(new WorkerLostError())
    for (const listener of this.#listeners) listener()
  }

  #rejectAll(error: Error): void {
    const waiting = [...this.#waiting.values()]
    this.#waiting.clear()
    for (const { reject } of waiting) reject(error)
  }

  #receive(message: FromPreviewer): void {
    if ('retouching' in message) {
      this.#events.onRetouching?.(message.retouching)
      return
    }
    if ('store' in message) {
      this.#events.onStore?.(message.store)
      return
    }
    const waiting = this.#waiting.get(message.callId)
    this.#waiting.delete(message.callId)
    if (message.ok) waiting?.resolve(message.answer)
    else waiting?.reject(dataToError(message.error))
  }
}
