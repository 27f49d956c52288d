/** Says by which lock it can be known that a worker lives. */
interface Alive {
  readonly alive: string
}

const isAlive = (data: unknown): data is Alive =>
  typeof data === 'object' && data !== null && 'alive' in data

/**
 * In a worker: holds a lock for as long as the worker lives, and names it to the page. A worker that closes itself, or
 * that the browser ends, tells nobody; but its locks come free (W3C: Web Locks API).
 */
export function holdLife(scope: DedicatedWorkerGlobalScope): void {
  const alive = crypto.randomUUID()
  void navigator.locks.request(alive, () => {
    scope.postMessage({ alive } satisfies Alive)
    return new Promise(() => undefined)
  })
}

/** In the page: calls back with every message of a worker, and with null once it has ended by itself. */
export function listenTo<Message>(
  worker: Worker,
  onMessage: (message: Message | null) => void,
): void {
  const ended = (): void => onMessage(null)
  worker.addEventListener('message', ({ data }: MessageEvent<Message | Alive>) => {
    if (isAlive(data)) void navigator.locks.request(data.alive, ended)
    else onMessage(data)
  })
  worker.addEventListener('error', ended)
  worker.addEventListener('messageerror', ended)
}
