import type { EdgeFinder } from './edge'
import type { Enlarger } from './enlarger'
import type { Finder } from './finder'

/** The networks that the engine can ask, by name; each is described in a file of its own. */
export interface Networks {
  readonly finder: Finder
  readonly edge: EdgeFinder
  /** Sides twice as long. */
  readonly enlarger2: Enlarger
  /** Sides four times as long. */
  readonly enlarger4: Enlarger
}
export type NetworkId = keyof Networks

/** The finder, opened only once it is really asked: what it has said before may have been kept. */
export const finderOf =
  (network: NetworkOf): Finder =>
  async (question) =>
    (await network('finder'))(question)

/** Gives a network, opened when it is first needed; a failed opening is tried again at the next need. */
export type NetworkOf = <Id extends NetworkId>(id: Id) => Promise<Networks[Id]>
