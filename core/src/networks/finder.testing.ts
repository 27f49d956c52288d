import { FINDER_SIDE_PX, type Finder } from './finder'

/** A finder that gives each place, in fractions of the sides, the probability that the test says. */
export function placeFinder(
  probabilityAt: (x01: number, y01: number) => number,
  iou = 0.9,
): Finder {
  const side = FINDER_SIDE_PX
  const probability = Float32Array.from({ length: side * side }, (_, i) =>
    probabilityAt(((i % side) + 0.5) / side, (Math.floor(i / side) + 0.5) / side),
  )
  return () => Promise.resolve({ probability, iou })
}

/**
 * A finder that takes for product whatever is darker than a tone (0…1 in green) and what that encloses:
 * like the real one it sees no gaps. It is as sure as it is told.
 */
export function toneFinder(darkerThan: number, sure = 0.99): Finder {
  return async ({ image }) => {
    const pixels = image.length / 3
    const side = Math.sqrt(pixels)
    const reached = new Uint8Array(pixels)
    const open = [...Array(side).keys()].flatMap((i) => [
      i,
      (side - 1) * side + i,
      i * side,
      i * side + side - 1,
    ])
    const isPale = (i: number): boolean => image[pixels + i]! >= darkerThan
    for (let i = open.pop(); i !== undefined; i = open.pop()) {
      if (reached[i] || !isPale(i)) continue
      reached[i] = 1
      const x = i % side
      if (x > 0) open.push(i - 1)
      if (x < side - 1) open.push(i + 1)
      if (i >= side) open.push(i - side)
      if (i < pixels - side) open.push(i + side)
    }
    const probability = Float32Array.from(reached, (backdrop) => (backdrop ? 1 - sure : sure))
    return { probability, iou: sure }
  }
}
