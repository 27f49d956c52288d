import type { JobAsset } from './protocol'

/** Tables and pictures that are kept for the jobs that follow. */
const KEPT = 8

/** Where a worker keeps what plans name by hash; the longest unused goes first. */
export interface AssetStore {
  readonly give: (assets: readonly JobAsset[]) => void
  /** The same array of bytes for a hash every time; null where it was never given. */
  readonly get: (hash: string) => Promise<Uint8Array | null>
}

export function createAssetStore(): AssetStore {
  const kept = new Map<string, Promise<Uint8Array>>()
  return {
    give: (assets) => {
      for (const { hash, source } of assets) {
        const known = kept.get(hash)
        kept.delete(hash)
        kept.set(
          hash,
          known ??
            (source instanceof Uint8Array
              ? Promise.resolve(source)
              : source.arrayBuffer().then((buffer) => new Uint8Array(buffer))),
        )
      }
      for (const hash of [...kept.keys()].slice(0, -KEPT)) kept.delete(hash)
    },
    get: (hash) => kept.get(hash) ?? Promise.resolve(null),
  }
}
