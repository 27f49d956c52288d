import { AssetMissingError } from '@cloudbank/core/assets'
import { FileError } from '@cloudbank/core/codec'
import { strings } from './strings'

/** Whether the browser gives no more room. Dexie wraps the browser's own error. */
export function isNoRoom(error: unknown): boolean {
  if (!(error instanceof Error)) return false
  if (error.name === 'QuotaExceededError') return true
  const inner: unknown = 'inner' in error ? error.inner : error.cause
  return inner !== error && isNoRoom(inner)
}

export const NO_ROOM = strings.noSpaceLeftInThis

/** The reason in words, to follow a name and a colon. */
export function describeError(error: unknown): string {
  if (isNoRoom(error)) return NO_ROOM
  if (error instanceof FileError || error instanceof AssetMissingError) return error.message
  return error instanceof Error ? error.message : String(error)
}
