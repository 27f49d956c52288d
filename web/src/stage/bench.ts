import type { Plan } from '@cloudbank/core/brief'
import type { StepId } from '@cloudbank/core/steps'
import type { JobAsset } from '@cloudbank/hosts/pool'
import type { Product, Rendition, ShootView, Shot } from '../data'
import type { OpenPicture, ShotMattes } from '../preview'
import type { ShotEditor } from './useShotEditor'
import type { Place } from './view'

/** Longer side of the preview that follows the settings, in pixels: beyond it the full size has more to show. */
export const PREVIEW_SIDE_PX = 1600

/** How a shot is seen: in its frame between its neighbours, or alone. */
export type Seen = { readonly in: 'row' } | { readonly in: 'alone'; readonly place: Place }

/** What a result that is seen alone is compared with its original by. */
export type Compare = 'result' | 'wipe' | 'beside'

/** Everything that the parts of the bench share. */
export interface Bench {
  readonly view: ShootView
  readonly shot: Shot
  readonly product: Product | undefined
  /** The shots in the order of the sheet, and the place of this one among them. */
  readonly order: readonly Shot[]
  readonly at: number
  readonly open: (shotId: string) => void
  readonly leave: () => void
  /** Whether it was opened to touch up what a review has seen. */
  readonly isFromReview: boolean
  readonly stage: StepId
  readonly setStage: (stage: StepId) => void
  readonly seen: Seen
  /** Shows it so; alone, the picture goes to that place every time. */
  readonly see: (seen: Seen) => void
  readonly compare: Compare
  readonly editor: ShotEditor
  /** The plan with what is being changed. The same object for as long as it says the same. */
  readonly plan: Plan
  readonly assets: readonly JobAsset[]
  /** The photograph, opened; null until it is. */
  readonly picture: OpenPicture | null
  /** What is known of its cut. */
  readonly mattes: ShotMattes
  /** Why it could not be opened. */
  readonly failure: string | null
  readonly original: string | undefined
  /** Whether the original is to be shown instead of the result. */
  readonly originalHeld: boolean
  /** The renditions that are made, and the one that is looked at. */
  readonly made: readonly Rendition[]
  readonly rendition: Rendition | undefined
  readonly showRendition: (placementId: string) => void
  /** The placement as which the shot is seen; undefined for the brief's first. */
  readonly placementId: string | undefined
}

/** Sees a shot alone, where the pointer works on it; as it is seen where it is alone already. */
export const seenAlone = ({ seen, see }: Pick<Bench, 'seen' | 'see'>): void => {
  if (seen.in === 'row') see({ in: 'alone', place: 'whole' })
}
