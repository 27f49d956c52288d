/** Numbers 0…1 that look random and are the same every time (mulberry32, Tommy Ettinger 2017). */
export function seededRandom(seed: number): () => number {
  let state = seed
  return () => {
    state = (state + 0x6d2b79f5) | 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** Bytes that look random and are the same every time. */
export function randomBytes(length: number, seed: number): Uint8ClampedArray {
  const random = seededRandom(seed)
  return Uint8ClampedArray.from({ length }, () => Math.floor(random() * 256))
}
