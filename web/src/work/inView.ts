import type { ShotId } from '../data'

let inView: ShotId | null = null

/** The shot that somebody looks at in this tab; null where it is none alone. */
export const shotInView = (): ShotId | null => inView

/** Says which shot is looked at. */
export const lookAt = (shotId: ShotId | null): void => {
  inView = shotId
}
