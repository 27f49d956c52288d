import { KEYS, type Stored, type StorePort } from '@cloudbank/hosts/farm'

/** Made files are fetched at once; those that nobody has fetched for a day are made again where they are wanted. */
const MADE_KEPT_MS = 24 * 3600 * 1000
/** What was used since is never removed: an order of another server may name it. In ms. */
const YOUNG_MS = 3600 * 1000

/**
 * Removes from a store what was made more than a day ago and, where it holds more than `limitBytes`, photographs that
 * no order names, those longest unused first.
 *
 * @returns what it holds then, in bytes.
 */
export async function makeRoom(
  store: StorePort,
  limitBytes: number,
  inUse: ReadonlySet<string>,
  now: number,
): Promise<number> {
  const made = await store.list(KEYS.made)
  const old = made.filter(({ usedAt }) => now - usedAt > MADE_KEPT_MS)
  // The list of an order's files goes first: what it names is there for as long as it is.
  const isList = ({ key }: Stored): boolean => key.endsWith('.json')
  for (const { key } of [...old.filter(isList), ...old.filter((one) => !isList(one))])
    await store.remove(key)
  const contents = await store.list(KEYS.contents)
  const left = [...made.filter((one) => !old.includes(one)), ...contents]
  let held = left.reduce((sum, { bytes }) => sum + bytes, 0)
  const idle = contents
    .filter(({ key, usedAt }) => !inUse.has(key) && now - usedAt > YOUNG_MS)
    .sort((a, b) => a.usedAt - b.usedAt)
  for (const { key, bytes } of idle) {
    if (held <= limitBytes) break
    await store.remove(key)
    held -= bytes
  }
  return held
}
