import { create } from 'zustand'
import { useNotices } from '../app/notices'
import { database, type MeasureRow, type Shot } from '../data'
import { sharedPool } from './pool'
import { sortLightings } from './sortLightings'

/** How far the measuring is; both 0 when nothing is measured. */
export const useScan = create<{ readonly done: number; readonly total: number }>()(() => ({
  done: 0,
  total: 0,
}))

let scanning: Promise<void> | null = null
let again = false
let stopper: AbortController | null = null

/** Measures all shots that have not been; called after intake and when the app starts. */
export function continueScan(): Promise<void> {
  if (scanning) again = true
  scanning ??= scanAll().finally(() => {
    scanning = null
    useScan.setState({ done: 0, total: 0 })
  })
  return scanning
}

/** Holds the measuring; it goes on with `continueScan`. */
export function stopScan(): void {
  stopper?.abort()
}

async function scanAll(): Promise<void> {
  const control = new AbortController()
  stopper = control
  do {
    again = false
    const queue = await unmeasured()
    const shootIds = new Set(queue.map(({ shootId }) => shootId))
    for (const shot of await database.shots.filter(({ sorted }) => !sorted).toArray())
      shootIds.add(shot.shootId)
    let done = 0
    const total = queue.length
    useScan.setState({ done, total })
    const lane = async (): Promise<void> => {
      for (let shot = queue.shift(); shot && !control.signal.aborted; shot = queue.shift()) {
        await measure(shot, control.signal)
        useScan.setState({ done: ++done, total })
      }
    }
    await Promise.all(Array.from({ length: sharedPool().size }, lane))
    await keepMeasured()
    for (const shootId of shootIds) await sortLightings(shootId)
  } while (again && !control.signal.aborted)
}

/** Results are kept by the dozen: each keeping makes every screen read them all again. */
const KEPT_AT_ONCE = 12
const measured: MeasureRow[] = []

async function keepMeasured(): Promise<void> {
  await database.measures.bulkPut(measured.splice(0))
}

async function unmeasured(): Promise<Shot[]> {
  const shots = await database.shots.toArray()
  const known = new Set(await database.measures.toCollection().primaryKeys())
  const seen = new Set<string>()
  return shots.filter(({ originalHash }) => {
    if (known.has(originalHash) || seen.has(originalHash)) return false
    seen.add(originalHash)
    return true
  })
}

async function measure({ originalHash, fileName }: Shot, signal: AbortSignal): Promise<void> {
  const original = await database.originals.get(originalHash)
  if (!original) return
  try {
    const job = { kind: 'measure', source: original.blob } as const
    const result = await sharedPool().run<'measure'>(job, { signal })
    measured.push({ hash: originalHash, result })
    if (measured.length >= KEPT_AT_ONCE) await keepMeasured()
  } catch (error) {
    // It was decoded when it came in; should it fail here, it stays unmeasured until the next start.
    const reason = error instanceof Error ? error.message : String(error)
    if (!signal.aborted) useNotices.getState().need(`${fileName} was not measured: ${reason}.`)
  }
}
