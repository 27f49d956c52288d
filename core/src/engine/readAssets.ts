import { AssetMissingError } from '../assets'
import { assetsOf, type Plan } from '../brief'
import { defineNote } from '../memory'
import type { Registry } from '../steps'
import type { EngineContext } from './context'

/** What each step has read of a file. */
const READ = defineNote<Map<string, Promise<unknown>>>('assets read')

/**
 * Reads every table and picture that a plan names, once for each step and file.
 *
 * @throws AssetMissingError where one is not to be had; FileError or whatever else its step says of a broken one.
 */
export async function readAssets(
  plan: Plan,
  { asset, codec, memory }: Pick<EngineContext, 'asset' | 'codec' | 'memory'>,
  steps: Registry,
): Promise<ReadonlyMap<string, ReadonlyMap<string, unknown>>> {
  const read = new Map<string, ReadonlyMap<string, unknown>>()
  for (const step of steps) {
    const ofStep = new Map<string, unknown>()
    for (const { name, hash } of assetsOf(plan, step)) {
      const bytes = await asset(hash)
      if (!bytes) throw new AssetMissingError(name, hash)
      const known = memory.of(bytes, READ, () => new Map<string, Promise<unknown>>())
      const reading = known.get(step.id) ?? step.readAsset?.(bytes, (file) => codec.decode(file))
      if (!reading) continue
      known.set(step.id, reading)
      // One that failed is read again.
      reading.catch(() => known.delete(step.id))
      ofStep.set(hash, await reading)
    }
    if (ofStep.size > 0) read.set(step.id, ofStep)
  }
  return read
}
