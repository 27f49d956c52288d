import { useCutOuts } from '../../work/cutOuts'
import { useIntake } from '../../work/intake'
import { useMeasuring } from '../../work/measuring'
import { useRuns } from '../../work/runs'
import { useWeighing } from '../../work/weighing'
import { IntakeStrip } from './IntakeStrip'
import { CutOutStrip } from './CutOutStrip'
import { MeasuringStrip } from './MeasuringStrip'
import { RunStrip } from './RunStrip'
import { WeighingStrip } from './WeighingStrip'

/** The one strip of the app: a run before cut-outs, an intake before the measuring, and all before what is weighed. */
export function WorkStrip() {
  const [run, ...others] = useRuns()
  const cutOuts = useCutOuts()
  const intake = useIntake()
  const measuring = useMeasuring()
  const weighing = useWeighing()
  if (run) return <RunStrip run={run} after={others.length} />
  if (cutOuts.total > 0) return <CutOutStrip {...cutOuts} />
  if (intake.waiting > 0) return <IntakeStrip {...intake} />
  if (measuring.waiting > 0) return <MeasuringStrip {...measuring} />
  return weighing.waiting > 0 ? <WeighingStrip {...weighing} /> : null
}
