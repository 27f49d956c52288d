/** A brief as it was saved by some version; nothing about it is certain but that it is an object. */
type OldBrief = Readonly<Record<string, unknown>>

/** One step from a version of the brief to the next. Never edited once it has been released. */
interface BriefMigration {
  readonly to: number
  readonly name: string
  readonly migrate: (old: OldBrief) => OldBrief
}

const isRecord = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** The steps from version 1 on, in order and without a gap; a test says so. */
export const BRIEF_MIGRATIONS: readonly BriefMigration[] = [
  {
    to: 2,
    name: 'the backdrop is one of Ground’s settings',
    migrate: (old) => {
      if (!isRecord(old.steps) || !isRecord(old.steps.ground)) return old
      return { ...old, steps: { ...old.steps, ground: { behind: old.steps.ground } } }
    },
  },
]

/** The version of the brief's schema. */
export const BRIEF_VERSION = BRIEF_MIGRATIONS.at(-1)?.to ?? 1

/** Brings a brief of an older version up to date; what is no brief, or newer, is given back as it is. */
export function migrateBrief(data: unknown): unknown {
  if (!isRecord(data)) return data
  const { version } = data
  if (typeof version !== 'number') return data
  return BRIEF_MIGRATIONS.filter(({ to }) => to > version).reduce<OldBrief>(
    (brief, { to, migrate }) => ({ ...migrate(brief), version: to }),
    data,
  )
}
