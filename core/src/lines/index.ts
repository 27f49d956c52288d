/** A line that pages are loaded over, and how long a question takes there and back. */
export interface Line {
  readonly name: string
  readonly bitsPerSecond: number
  readonly roundTripMs: number
}

/** Lines that shoppers have. */
export const LINES = [
  { name: 'slow phone', bitsPerSecond: 1.6e6, roundTripMs: 150 },
  { name: 'phone', bitsPerSecond: 4e6, roundTripMs: 80 },
  { name: 'fast phone', bitsPerSecond: 12e6, roundTripMs: 50 },
  { name: 'home line', bitsPerSecond: 50e6, roundTripMs: 20 },
] as const satisfies readonly Line[]

/** The line that figures are given for where none is chosen. */
export const USUAL_LINE = LINES[1]
