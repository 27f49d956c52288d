import { attempt, useNotices } from '../notices'
import {
  describeStepped,
  performNamed,
  redoNext,
  rowRef,
  undoDeed,
  undoLast,
  undoTo,
  type HistoryScope,
  type NewDeed,
  type Shot,
  type Stepped,
} from '../data'
import { strings } from './strings'

/** The history of one shot alone. */
export const shotScope = ({ shootId, id }: Shot): HistoryScope => ({
  shootId,
  rows: [rowRef('shots', id)],
})

/** Takes back the last deed of a scope, and says what stands in the way. */
export const undo = async (scope: HistoryScope): Promise<void> => say(await undoLast(scope), 'undo')

/** Takes back a deed and all that came after it in the scope, and says what stands in the way. */
export const undoBefore = async (deedId: number, scope: HistoryScope): Promise<void> =>
  say(await undoTo(deedId, scope), 'undo')

/** Does again what was taken back last. */
export const redo = async (scope: HistoryScope): Promise<void> => say(await redoNext(scope), 'redo')

/** Does something to many shots, says what happened, and offers to take just that back. */
export async function performOverMany(deed: NewDeed, said: string): Promise<void> {
  const id = await performNamed(deed)
  if (id === null) return
  const takeBack = async (): Promise<void> =>
    say(await undoDeed(id, { shootId: deed.shootId }), 'undo')
  useNotices.getState().say(said, { words: strings.undo, act: () => attempt(takeBack()) })
}

function say(stepped: Stepped, what: 'undo' | 'redo'): void {
  const words = describeStepped(stepped, what)
  if (words === null) return
  const { say: tell, need } = useNotices.getState()
  if (stepped.kind === 'blocked') need(words)
  else tell(words)
}
