import type { FromPreviewer, PreviewAnswers, PreviewRequest, ToPreviewer } from './protocol'

type Kind = PreviewRequest['kind']
type RequestOf<K extends Kind> = Extract<PreviewRequest, { kind: K }>

interface Waiting {
  readonly resolve: (answer: PreviewAnswers[Kind]) => void
  readonly reject: (error: Error) => void
}

/** A worker, whatever the platform calls it. */
export interface PreviewerEndpoint {
  post(message: ToPreviewer, transfer: Transferable[]): void
  listen(onMessage: (message: FromPreviewer) => void): void
  terminate(): void
}

/**
 * Asks a previewer. Of the drawings of one view only the newest waits: while one is at work, those that
 * a moving slider asked for in between are passed over, and their promises give null.
 */
export class Previewer {
  readonly #endpoint: PreviewerEndpoint
  readonly #waiting = new Map<number, Waiting>()
  readonly #drawing = new Map<string, Promise<unknown>>()
  readonly #newest = new Map<string, number>()
  #lastId = 0

  constructor(endpoint: PreviewerEndpoint) {
    this.#endpoint = endpoint
    endpoint.listen((message) => this.#receive(message))
  }

  ask<K extends Kind>(
    request: RequestOf<K>,
    transfer: Transferable[] = [],
  ): Promise<PreviewAnswers[K]> {
    const callId = ++this.#lastId
    return new Promise<PreviewAnswers[K]>((resolve, reject) => {
      this.#waiting.set(callId, {
        resolve: (answer) => resolve(answer as PreviewAnswers[K]), // the worker answers in kind
        reject,
      })
      this.#endpoint.post({ callId, request }, transfer)
    })
  }

  /** Draws a view; null when a newer drawing of the view took its place. */
  async draw(request: RequestOf<'draw'>): Promise<PreviewAnswers['draw'] | null> {
    const { view } = request
    const turn = (this.#newest.get(view) ?? 0) + 1
    this.#newest.set(view, turn)
    while (this.#drawing.has(view)) {
      await this.#drawing.get(view)
      if (this.#newest.get(view) !== turn) return null
    }
    const drawn = this.ask<'draw'>(request)
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
    this.#endpoint.terminate()
    for (const { reject } of this.#waiting.values()) reject(new Error('The previewer was closed'))
    this.#waiting.clear()
  }

  #receive(message: FromPreviewer): void {
    const waiting = this.#waiting.get(message.callId)
    this.#waiting.delete(message.callId)
    if (message.ok) waiting?.resolve(message.answer)
    else waiting?.reject(new Error(message.message))
  }
}
