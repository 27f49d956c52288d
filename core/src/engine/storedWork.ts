import type { Source } from '../source'
import { STEPS, type Step, type StoredWork } from '../steps'

/** What a step has worked out of a photograph at one of its sizes, so that it can be stored. */
export interface WorkOfStep extends StoredWork {
  readonly step: string
  readonly engine: number
  readonly width: number
  readonly height: number
}

const steps: readonly Step[] = STEPS

/** What the steps have worked out of an open photograph, of at least so many pieces of work each. */
export function storedWork(source: Source, least: number): WorkOfStep[] {
  return steps.flatMap(({ id, engine, storeWork }) => {
    const work = storeWork?.(source)
    if (!work || work.keys.length < least) return []
    return [{ step: id, engine, ...source.size, ...work }]
  })
}

/** Gives it to the same photograph opened again; what is of another size, or of a step that works differently now, is left. */
export function recallWork(source: Source, work: WorkOfStep): void {
  const step = steps.find(({ id }) => id === work.step)
  const { width, height } = source.size
  if (step?.engine === work.engine && width === work.width && height === work.height)
    step.recallWork?.(source, work)
}
