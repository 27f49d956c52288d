import type { Finder } from './finder'

/**
 * A finder that takes for product whatever is darker than a tone (0…1 in green) and what that encloses:
 * like the real one it sees no gaps. It is as sure as it is told.
 */
export function toneFinder(darkerThan: number, sure = 0.99): Finder {
  return async (planes) => {
    const pixels = planes.length / 3
    const side = Math.sqrt(pixels)
    const reached = new Uint8Array(pixels)
    const open = [...Array(side).keys()].flatMap((i) => [
      i,
      (side - 1) * side + i,
      i * side,
      i * side + side - 1,
    ])
    const isPale = (i: number): boolean => planes[pixels + i]! >= darkerThan
    for (let i = open.pop(); i !== undefined; i = open.pop()) {
      if (reached[i] || !isPale(i)) continue
      reached[i] = 1
      const x = i % side
      if (x > 0) open.push(i - 1)
      if (x < side - 1) open.push(i + 1)
      if (i >= side) open.push(i - side)
      if (i < pixels - side) open.push(i + side)
    }
    return Float32Array.from(reached, (backdrop) => (backdrop ? 1 - sure : sure))
  }
}
