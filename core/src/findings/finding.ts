/** Something measured that wants attention: what it is, and the figures that say how much. */
export interface AnyFinding {
  readonly code: string
  /** About what share of the product is probably wrong, where that is known. */
  readonly miss01?: number
}

/** How much a finding matters: `blocks` spoils the rendition, `look` wants a look, `note` informs. */
export type Weight = 'blocks' | 'look' | 'note'

/** What people read about one kind of finding. */
export interface FindingWords<F extends AnyFinding = AnyFinding> {
  readonly title: string
  readonly weight: Weight
  /** What to do about it. */
  readonly remedy: string
  /** The value, and its limit where there is one, as a sentence; nothing where the title says it all. */
  figures?(finding: F): string
}

/** The words of all findings of one owner, worst first. */
export type FindingTable<F extends AnyFinding> = {
  readonly [Code in F['code']]: FindingWords<Extract<F, { readonly code: Code }>>
}
