import { useEffect, useState } from 'react'
import { BriefSteps, type Brief } from '@cloudbank/core/brief'
import { saveBrief, type BriefRow } from '../../data'
import { useUndo } from '../../app/undo'

/** Changes a brief, each change with its words, so that it can be undone. */
export interface BriefEditor {
  readonly brief: Brief
  readonly setSteps: <K extends keyof BriefSteps>(
    words: string,
    step: K,
    settings: BriefSteps[K],
  ) => void
  readonly rename: (name: string) => void
  /** Puts another brief in place of this one. */
  readonly replace: (brief: Brief) => void
}

export function useBriefEditor({ id, brief: saved }: BriefRow): BriefEditor {
  const perform = useUndo((state) => state.perform)
  // Until a change is saved and read back it is held here; a second change must build on the first.
  const [unsaved, setUnsaved] = useState<Brief | null>(null)
  useEffect(
    () =>
      setUnsaved((held) => (held && JSON.stringify(held) === JSON.stringify(saved) ? null : held)),
    [saved],
  )
  const brief = unsaved ?? saved
  const change = (words: string, next: Brief): void => {
    setUnsaved(next)
    void perform({
      words,
      redo: () => saveBrief(id, next),
      undo: () => saveBrief(id, brief),
    })
  }
  return {
    brief,
    setSteps: (words, step, settings) =>
      change(words, {
        ...brief,
        steps: BriefSteps.parse({ ...brief.steps, [step]: settings }),
      }),
    replace: (next) => change(`Brief ${brief.name} → ${next.name}`, next),
    rename: (name) => change(`Brief named ${name}`, { ...brief, name }),
  }
}
