import { ownOf, placementsOf, settingsFor, settingsPart, type Plan } from '../brief'
import type { Source } from '../source'
import {
  canonicalJson,
  STEPS,
  stepsIn,
  type Registry,
  type Step,
  type View,
  type Viewed,
} from '../steps'
import type { EngineContext } from './context'
import { decideShot } from './decideShot'
import { stepsUntil, type ShotDecision } from './decision'
import { drawLinear, paintPlaceOf } from './drawRendition'
import { mendShot, withMended } from './mendShot'
import { partPlan } from './partPlan'
import { scalesOf } from './planRendition'
import { refineShot } from './refineShot'

/** Which view of which step. */
export interface ViewName {
  readonly step: string
  readonly view: string
}

export interface DrawnView extends Viewed {
  /** Mattes that were made anew, to be kept. */
  readonly mattes: ShotDecision['mattes']
}

/**
 * A shot as one of a step's views shows it.
 *
 * @param before what the last drawing of the same view left in `seen`.
 * @throws CancelledError once the signal is aborted; AssetMissingError.
 */
export async function drawView(
  source: Source,
  plan: Plan,
  context: EngineContext,
  name: ViewName,
  options: unknown,
  { before, steps = STEPS }: { readonly before?: unknown; readonly steps?: Registry } = {},
): Promise<DrawnView> {
  const { step, view } = viewOf(name, steps)
  const { until, scales: isScaled, sides, patience = 'asks' } = view.reads(options, context.mattes)
  const decided = await decideShot(source, plan, context, { until, patience, steps })
  const scales = isScaled ? scalesOf(source, plan, decided, steps) : []
  const shot = await refineShot(source, plan, decided, context, { sides, until, steps })
  const longest = scales.map(({ sidePx }) => sidePx)
  const mended = mendShot(source, plan, shot, context, { sides: longest, until, steps })
  const { facts } = shot
  const viewed = view.draw(
    {
      source,
      facts,
      settings: settingsFor(plan, step, null),
      own: ownOf(plan, step),
      findings: mended.findings,
      scales,
      mattes: context.mattes,
      memory: context.memory,
      draw: (part, sidePx, { behind, passes = [] } = {}) => {
        const whole = withMended(partPlan(plan, part, [...shot.passes, ...passes]), mended)
        return drawLinear(mended.sourceAt(sidePx), facts, behind ? { ...whole, behind } : whole)
      },
      alpha: (part) => paintPlaceOf(facts, partPlan(plan, part, [])).alpha(),
    },
    options,
    before,
  )
  return { ...viewed, mattes: shot.mattes }
}

/**
 * What a view depends on: two plans of which it would show something else have different keys. It holds the part of
 * every step that the view reads, and where it goes by the scales of the renditions all that frames those.
 */
export function viewKey(
  plan: Plan,
  name: ViewName,
  options: unknown,
  steps: Registry = STEPS,
): string {
  const { view } = viewOf(name, steps)
  const { until, scales } = view.reads(options, new Map())
  const read = new Set(stepsUntil(steps, until))
  const framing = scales ? new Set(stepsIn('plan', steps)) : new Set<Step>()
  const parts = [
    ...steps.filter((step) => read.has(step)).map((step) => settingsPart(plan, step, null)),
    ...(scales ? placementsOf(plan) : []).map((placement) => [
      placement.id,
      placement.longSidePx,
      ...[...framing].map((step) => settingsPart(plan, step, placement)),
    ]),
  ]
  return canonicalJson([plan.original, name, options, parts])
}

function viewOf(
  { step: id, view: name }: ViewName,
  steps: Registry,
): { readonly step: Step; readonly view: View } {
  const step = steps.find((one) => one.id === id)
  const view = step?.views?.[name]
  if (!step || !view) throw new TypeError(`There is no view ${name} of a step ${id}`)
  return { step, view }
}
