import { useNotices } from '../notices'
import {
  describeStepped,
  redoNext,
  rowRef,
  undoDeed,
  undoLast,
  type HistoryScope,
  type ShootView,
  type Shot,
  type Stepped,
} from '../data'

/**
 * What the history of one shot's bench covers: the shot, and the lighting and the brief that can be changed
 * there, too.
 */
export const benchScope = (
  { shoot, briefRow }: ShootView,
  { id, lightingId }: Shot,
): HistoryScope => ({
  shootId: shoot.id,
  rows: [
    rowRef('shots', id),
    rowRef('briefs', briefRow.id),
    ...(lightingId === null ? [] : [rowRef('lightings', lightingId)]),
  ],
})

/** Takes back the last deed of a scope, and says what stands in the way. */
export const undo = async (scope: HistoryScope): Promise<void> => say(await undoLast(scope), 'undo')

/** Takes back one deed, whatever came after it, and says what stands in the way. */
export const undoOne = async (deedId: number, scope: HistoryScope): Promise<void> =>
  say(await undoDeed(deedId, scope), 'undo')

/** Does again what was taken back last. */
export const redo = async (scope: HistoryScope): Promise<void> => say(await redoNext(scope), 'redo')

function say(stepped: Stepped, what: 'undo' | 'redo'): void {
  const words = describeStepped(stepped, what)
  if (words === null) return
  const { say: tell, need } = useNotices.getState()
  if (stepped.kind === 'blocked') need(words)
  else tell(words)
}
