import { z } from 'zod'
import {
  CutSettings,
  FinishSettings,
  FrameSettings,
  GroundSettings,
  LightSettings,
  STEPS,
  type StepId,
} from '../steps'

/** The version of the brief's schema; older ones are migrated, newer ones refused. */
export const BRIEF_VERSION = 1

const parsed = <T>(schema: z.ZodType<T>): T => schema.parse({})

/** The settings of every step. A missing part takes its defaults. */
export const BriefSteps = z.object({
  light: LightSettings.prefault({}),
  cut: CutSettings.prefault({}),
  ground: GroundSettings,
  frame: FrameSettings.prefault({}),
  finish: FinishSettings,
})
export type BriefSteps = z.infer<typeof BriefSteps>

/** A reusable set of instructions: what finished pictures must look like. */
export const Brief = z.object({
  version: z.literal(BRIEF_VERSION, `this Cloudbank reads briefs of version ${BRIEF_VERSION}`),
  name: z.string().trim().min(1).max(80),
  steps: BriefSteps.prefault({}),
})
export type Brief = z.infer<typeof Brief>

/** White backdrop, square, product at 85 %, a page and a card: a brief to start from. */
export const SHOP_WHITE: Brief = {
  version: BRIEF_VERSION,
  name: 'Shop white',
  steps: parsed(BriefSteps),
}

/** One field of a brief that is not as it must be. */
export interface BriefProblem {
  /** Where, as a path of names: `steps.frame.fillPct`. */
  readonly field: string
  readonly message: string
}

/** Reads a brief from unknown data; every problem names its field. */
export function readBrief(
  data: unknown,
): { ok: true; brief: Brief } | { ok: false; problems: BriefProblem[] } {
  const result = Brief.safeParse(data)
  if (result.success) return { ok: true, brief: result.data }
  return {
    ok: false,
    problems: result.error.issues.map(({ path, message }) => ({
      field: path.length === 0 ? 'the brief' : path.join('.'),
      message,
    })),
  }
}

/** What a brief says, a line a step. */
export function describeBrief({ steps }: Brief): { id: StepId; title: string; words: string }[] {
  return STEPS.map((step) => ({
    id: step.id,
    title: step.title,
    words: (step.describe as (settings: unknown) => string)(steps[step.id]), // the id ties both
  }))
}
