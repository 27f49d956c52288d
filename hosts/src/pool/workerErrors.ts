import { AssetMissingError } from '@cloudbank/core/assets'
import { FileError } from '@cloudbank/core/codec'
import { CancelledError } from '@cloudbank/core/engine'
import { UnreachableError } from '../unreachable'
import type { ErrorData } from './protocol'

/** A worker ended in the middle of a job: out of memory, or a bug. The rest goes on. */
export class WorkerLostError extends Error {
  override readonly name = 'WorkerLostError'
  constructor() {
    super('the worker ended unexpectedly, most likely for lack of memory')
  }
}

/** Turns an error into data that crosses to another thread. */
export function errorToData(error: unknown): ErrorData {
  if (error instanceof FileError) return { kind: 'file', problem: error.problem }
  if (error instanceof CancelledError) return { kind: 'stopped' }
  if (error instanceof AssetMissingError)
    return { kind: 'asset-missing', role: error.role, hash: error.hash }
  if (error instanceof UnreachableError) return { kind: 'unreachable', what: error.what }
  return { kind: 'unexpected', message: error instanceof Error ? error.message : String(error) }
}

/** The error that `errorToData` made data of. */
export function dataToError(data: ErrorData): Error {
  switch (data.kind) {
    case 'file':
      return new FileError(data.problem)
    case 'stopped':
      return new CancelledError()
    case 'asset-missing':
      return new AssetMissingError(data.role, data.hash)
    case 'unreachable':
      return new UnreachableError(data.what)
    case 'unexpected':
      return new Error(data.message)
  }
}
