import { z } from 'zod'
import { NamePattern } from '../names'
import { Placement, type PlacementChanges } from './placement'
import { OutletRules } from './rules'

/** The version of an outlet's file. */
export const OUTLET_VERSION = 1

/** Placements that an outlet may have. */
export const MAX_OUTLET_PLACEMENTS = 20

/** A place that pictures go to: what it takes, and how pictures are used there. */
export const Outlet = z.strictObject({
  version: z.literal(OUTLET_VERSION).default(OUTLET_VERSION),
  id: z.string().regex(/^[a-z0-9-]{1,40}$/, 'small letters, digits and dashes, at most 40'),
  name: z.string().trim().min(1).max(60),
  rules: OutletRules.prefault({}),
  placements: z
    .array(Placement)
    .min(1, 'at least one placement')
    .max(MAX_OUTLET_PLACEMENTS)
    .refine(
      (placements) => new Set(placements.map(({ id }) => id)).size === placements.length,
      'each placement needs an id of its own',
    ),
  /** Patterns in place of the brief's; null takes the brief's. */
  fileNames: NamePattern.nullable().default(null),
  altTexts: NamePattern.nullable().default(null),
})
export type Outlet = z.infer<typeof Outlet>

/** One placement of an outlet as it is made. */
export interface OutletPlace {
  readonly outlet: Outlet
  /** The outlet's own placement. */
  readonly placement: Placement
  /** The placement as a shot's plan has it, with an id and a name that no other outlet's has. */
  readonly planned: Placement
}

/** The placements of outlets, in their order. */
export const placesOf = (outlets: readonly Outlet[]): OutletPlace[] =>
  outlets.flatMap((outlet) =>
    outlet.placements.map((placement) => ({
      outlet,
      placement,
      planned: {
        ...placement,
        // What the outlet does not take is not picked.
        ...(placement.format === 'auto' && placement.among.length === 0
          ? { among: outlet.rules.formats }
          : {}),
        changes: withMarkRule(placement.changes, outlet.rules.marks),
        id: `${outlet.id}.${placement.id}`,
        name: outlet.placements.length === 1 ? outlet.name : `${outlet.name}, ${placement.name}`,
      },
    })),
  )

/** What a placement asks, kept to what its outlet takes of marks. */
function withMarkRule(changes: PlacementChanges, marks: OutletRules['marks']): PlacementChanges {
  if (marks === 'allowed') return changes
  const allowed = marks === 'none' ? 'nowhere' : 'not-on-covers'
  return { ...changes, mark: { ...changes.mark, allowed } }
}
