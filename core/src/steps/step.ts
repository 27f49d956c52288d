import type { z } from 'zod'
import type { AnyFinding, FindingTable, MeasuredPhotograph, Surroundings } from '../findings'
import type { NetworkOf } from '../networks'
import type { Placement } from '../outlets'
import type { Box01, LinearRgba, Size, SrgbRgba8 } from '../raster'
import type { Source } from '../source'
import type { ControlGroup } from './controls'
import type { Matte, PackedMatte } from '../matte'
import type { OwnBackdrop } from './ground/ownBackdrop'
import type { Pass } from './pass'
import type { RenditionPlan } from './renditionPlan'

/** What is true of a shot, whichever rendition is made of it: for the steps that follow. */
export interface ShotFacts {
  /** Upright sides of the photograph, in pixels. */
  readonly photograph: Size
  /** What is product; null where Cut is off. */
  readonly matte: Matte | null
  /** The product's box; null where nothing has been cut. */
  readonly product: Box01 | null
  /** Takes the product off its backdrop; null where nothing has been cut. */
  readonly lift: Pass | null
  /** What the photograph's own backdrop gives to a new ground, once it is asked for; null without a cut. */
  readonly ownBackdrop: (() => OwnBackdrop) | null
  /** What matters in a photograph that is left whole, as fractions; null where that was not asked. */
  readonly interest: { readonly x: number; readonly y: number } | null
  /** By how much the product leans clockwise, in degrees; null where that was not asked, or is not to be said. */
  readonly leanDeg: number | null
  /** The picture that the settings put behind the product; null where they put none. */
  readonly groundPicture: LinearRgba | null
}

/** What a step may ask of its surroundings while it decides. */
export interface DecideContext {
  readonly source: Source
  readonly network: NetworkOf
  /**
   * The bytes of a table or picture that the settings name by hash; the same array every time.
   *
   * @throws AssetMissingError where it is not to be had.
   */
  readonly asset: (hash: string) => Promise<Uint8Array>
  /**
   * Decodes such a picture.
   *
   * @throws FileError when the bytes are not a whole picture.
   */
  readonly decode: (bytes: Uint8Array) => Promise<SrgbRgba8>
  /** The key of what this step decides by its settings alone; everything that it keeps goes under it. */
  readonly key: string
  /** A matte that was kept under a key. */
  readonly keptMatte: (key: string) => PackedMatte | null
  /** Longer sides of the photograph, in pixels, that the renditions of a product in this box need. */
  readonly sidesNeeded: (product: Box01) => readonly number[]
  /** Called between stages with the name of the one that ended; throws `CancelledError` to stop. */
  readonly checkpoint: (stage: string) => void
}

/** What a step is given to mend with. */
export interface MendContext extends Pick<DecideContext, 'source' | 'checkpoint'> {
  /** Longer sides of the photograph, in pixels, at the scales of the renditions. */
  readonly sides: readonly number[]
}

/** What a step has decided about a shot. */
export interface Decided {
  readonly facts?: Partial<ShotFacts>
  /** What it does to the pixels of every rendition. */
  readonly passes?: readonly Pass[]
  readonly findings?: readonly AnyFinding[]
  /** Mattes that were made anew, to be kept. */
  readonly mattes?: readonly { readonly key: string; readonly matte: PackedMatte }[]
}

/** What a step has mended in the photograph itself. */
export interface Mended {
  /**
   * The photograph with what was mended laid over it, for a rendition in which its longer side is so long, in
   * pixels. The original is never written to.
   */
  readonly at: (sidePx: number) => Source
  /** What it does to the pixels of every rendition, before the other steps. */
  readonly passes: readonly Pass[]
  readonly findings: readonly AnyFinding[]
}

/** A finished file, as far as a step may judge it. */
export interface MadeFile {
  readonly bytes: number
  readonly width: number
  readonly height: number
}

/**
 * One step of a brief. Everything about it lives in its folder: settings with their ranges and words,
 * what a shot may have of its own, findings, its part of the keys, and what it does to pixels.
 */
export interface Step<
  Id extends string = string,
  Settings extends z.ZodObject = z.ZodObject,
  Own extends z.ZodObject = z.ZodObject,
  F extends AnyFinding = AnyFinding,
> {
  readonly id: Id
  /** Its name in the interface. */
  readonly title: string
  /**
   * Bumped when the same settings come to give other pixels. At 1, a step that is at rest leaves no trace
   * in a key, so that a new step makes nothing stale.
   */
  readonly engine: number
  /** Settings with their ranges and defaults; an empty object is a whole one. */
  readonly settings: Settings
  /** The settings on which what it keeps depends; all of them where this is missing. */
  readonly keptBy?: readonly (keyof z.output<Settings> & string)[]
  /** What a shot may have besides settings, such as strokes; an empty object is nothing. */
  readonly own: Own
  /** The settings as a person handles them, in groups that are carried together. */
  readonly controls: readonly ControlGroup<keyof z.output<Settings> & string>[]
  /** Its findings, worst first. */
  readonly findings: FindingTable<F>
  /** The settings in a few words. */
  describe(settings: z.output<Settings>): string
  /** Hashes of the tables and pictures that the settings name, by role. */
  assets?(settings: z.output<Settings>): Readonly<Record<string, string>>
  /**
   * Its part of a rendition's key where that is more than the settings that are not at rest; null leaves
   * no trace.
   */
  keyPart?(settings: z.output<Settings>, placement: Placement): unknown
  /** The same for what a shot has of its own, where more than that is kept of it than shows. */
  ownKeyPart?(own: z.output<Own>): unknown
  /** What it finds in a photograph as it came in. */
  examine?(photograph: MeasuredPhotograph, surroundings: Surroundings): readonly F[]
  /** Decides what is true of a shot, once for all of its renditions. */
  decide?(
    facts: ShotFacts,
    settings: z.output<Settings>,
    own: z.output<Own>,
    context: DecideContext,
  ): Promise<Decided>
  /**
   * Mends the photograph's own pixels, once everything else is decided: nothing that is decided goes by what was
   * mended, so that a stroke never cuts anew.
   */
  mend?(
    facts: ShotFacts,
    settings: z.output<Settings>,
    own: z.output<Own>,
    context: MendContext,
  ): Mended
  /** What it finds in the pixels of a rendition. */
  inspect?(picture: SrgbRgba8, settings: z.output<Settings>, own: z.output<Own>): readonly F[]
  /** Adds its part to the plan of one rendition. */
  plan?(draft: RenditionPlan, settings: z.output<Settings>, facts: ShotFacts): RenditionPlan
  /** How the picture is shown as it leaves this step, where its plan alone would not show what it did. */
  show?(draft: RenditionPlan, facts: ShotFacts): RenditionPlan
  /** What it finds in a finished file. */
  check?(file: MadeFile, plan: RenditionPlan): readonly F[]
}

/** Gives a step its type. */
export function defineStep<
  Id extends string,
  Settings extends z.ZodObject,
  Own extends z.ZodObject,
  F extends AnyFinding,
>(step: Step<Id, Settings, Own, F>): Step<Id, Settings, Own, F> {
  return step
}
