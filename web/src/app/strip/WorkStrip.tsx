import { useCutOuts } from '../../work/cutOuts'
import { useIntake } from '../../work/intake'
import { useMeasuring } from '../../work/measuring'
import { useRuns } from '../../work/runs'
import { IntakeStrip } from './IntakeStrip'
import { CutOutStrip } from './CutOutStrip'
import { MeasuringStrip } from './MeasuringStrip'
import { RunStrip } from './RunStrip'

/** The one strip of the app: a run before cut-outs, an intake before the measuring. */
export function WorkStrip() {
  const [run, ...others] = useRuns()
  const cutOuts = useCutOuts()
  const intake = useIntake()
  const measuring = useMeasuring()
  if (run) return <RunStrip run={run} after={others.length} />
  if (cutOuts.total > 0) return <CutOutStrip {...cutOuts} />
  if (intake.waiting > 0) return <IntakeStrip {...intake} />
  return measuring.waiting > 0 ? <MeasuringStrip {...measuring} /> : null
}
