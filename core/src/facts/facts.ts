import type { Size } from '../raster'

/**
 * Something that one step finds out about a shot and later ones may go by. The step that finds it out declares it;
 * until then, and where that step does not know it, the value is `unknown`.
 */
export interface Fact<T> {
  readonly name: string
  readonly unknown: T
}

export const defineFact = <T>(name: string, unknown: T): Fact<T> => ({ name, unknown })

/** A fact with its value. */
export interface Found<T = unknown> {
  readonly fact: Fact<T>
  readonly value: T
}

export const found = <T>(fact: Fact<T>, value: T): Found<T> => ({ fact, value })

/** What is true of a shot, whichever rendition is made of it. */
export interface ShotFacts {
  /** Upright sides of the photograph, in pixels. */
  readonly photograph: Size
  readonly of: <T>(fact: Fact<T>) => T
}

/** The facts of a photograph of which nothing else is known. */
export const noFacts = (photograph: Size): ShotFacts => ({
  photograph,
  of: ({ unknown }) => unknown,
})

/** Facts with more found out; what was known under the same fact gives way. */
export function withFound({ photograph, of }: ShotFacts, more: readonly Found[]): ShotFacts {
  if (more.length === 0) return { photograph, of }
  const values = new Map(more.map(({ fact, value }) => [fact, value]))
  return {
    photograph,
    of: <T>(fact: Fact<T>): T => (values.has(fact) ? (values.get(fact) as T) : of(fact)), // set as its own
  }
}
