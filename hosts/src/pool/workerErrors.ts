import { FileError } from '@cloudbank/core/codec'
import { CancelledError } from '@cloudbank/core/engine'
import type { ErrorData } from './protocol'

/** A worker ended in the middle of a job: out of memory, or a bug. The rest goes on. */
export class WorkerLostError extends Error {
  override readonly name = 'WorkerLostError'
  constructor() {
    super('The worker ended unexpectedly, most likely for lack of memory')
  }
}

/** Turns an error into data that crosses to another thread. */
export function errorToData(error: unknown): ErrorData {
  if (error instanceof FileError) return { kind: 'file', problem: error.problem }
  if (error instanceof CancelledError) return { kind: 'stopped' }
  return { kind: 'unexpected', message: error instanceof Error ? error.message : String(error) }
}

/** The error that `errorToData` made data of. */
export function dataToError(data: ErrorData): Error {
  switch (data.kind) {
    case 'file':
      return new FileError(data.problem)
    case 'stopped':
      return new CancelledError()
    case 'unexpected':
      return new Error(data.message)
  }
}
