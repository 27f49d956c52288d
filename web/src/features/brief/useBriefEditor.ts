import { useEffect, useState } from 'react'
import { BriefSteps, type Brief } from '@cloudbank/core/brief'
import { change as rowChange, perform, type BriefRow } from '../../data'

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

export function useBriefEditor(shootId: string, row: BriefRow): BriefEditor {
  const { brief: saved } = row
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
      shootId,
      shotIds: [],
      words,
      changes: [rowChange('briefs', { ...row, brief }, { brief: next })],
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
