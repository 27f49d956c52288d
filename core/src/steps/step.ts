import type { z } from 'zod'
import type { Fact, Found, ShotFacts } from '../facts'
import type { AnyFinding, FindingTable, MeasuredPhotograph, Surroundings } from '../findings'
import type { PackedMatte } from '../matte'
import type { Memory } from '../memory'
import type { NetworkOf } from '../networks'
import type { ShotAbout } from '../names'
import type { Placement } from '../outlets'
import type { HexColour, SrgbRgba8 } from '../raster'
import type { Source, StoredTile } from '../source'
import type { Typesetter } from '../typeset'
import type { AssetUse } from './asset'
import type { ControlGroup } from './controls'
import type { Hands } from './hands'
import type { Pass } from './pass'
import type { Patience } from './patience'
import type { RenditionPlan } from './renditionPlan'
import type { View } from './view'

/** What a step goes by. */
export interface Given<
  Settings = Readonly<Record<string, unknown>>,
  Own = Readonly<Record<string, unknown>>,
  Asset = unknown,
> {
  readonly facts: ShotFacts
  readonly settings: Settings
  /** What the shot has besides settings. */
  readonly own: Own
  /** What is known of the shot besides its pixels; nothing where the step does not read it. */
  readonly about: ShotAbout
  /** The tables and pictures that the settings name, read, by hash. */
  readonly assets: ReadonlyMap<string, Asset>
}

/** What a shot has beside the settings of a step. */
export type Beside<Own = Readonly<Record<string, unknown>>> = Pick<
  Given<unknown, Own>,
  'own' | 'about'
>

/** What a step may ask of its surroundings while it works on a shot. */
export interface StepContext {
  readonly source: Source
  /** Called between stages with the name of the one that ended; throws `CancelledError` to stop. */
  readonly checkpoint: (stage: string) => void
}

/** The same while it decides. */
export interface DecideContext extends StepContext {
  readonly network: NetworkOf
  /** Opened when it is first needed. */
  readonly typesetter: () => Promise<Typesetter>
  /** The step's settings for each placement of the shot. */
  readonly forPlacements: readonly Readonly<Record<string, unknown>>[]
  readonly patience: Patience
  /** The key of what this step decides by its settings alone; everything that it keeps goes under it. */
  readonly key: string
  /** A matte that was kept under a key. */
  readonly keptMatte: (key: string) => PackedMatte | null
  /** What is remembered from job to job, by the objects that are handed in with each. */
  readonly memory: Memory
}

/** The same once the scales of the renditions are known. */
export interface ScaledContext extends StepContext {
  /** Longer sides of the photograph, in pixels, at the scales of the renditions. */
  readonly sides: readonly number[]
}

/** The same for whoever mends. */
export interface MendContext extends ScaledContext {
  /** Told how many retouches have been worked out, of how many that had to be. */
  readonly onRetouch?: (done: number, total: number) => void
}

/** What a step has decided about a shot. */
export interface Decided {
  /** What it has found out; each is among the facts that it `gives`. */
  readonly facts?: readonly Found[]
  /** What it does to the pixels of every rendition. */
  readonly passes?: readonly Pass[]
  readonly findings?: readonly AnyFinding[]
  /** Mattes that were made anew, to be kept. */
  readonly mattes?: readonly { readonly key: string; readonly matte: PackedMatte }[]
}

/** What a step has mended in the photograph itself. */
export interface Mended {
  /**
   * The photograph with what was mended laid over it, for a rendition at whose scale its longer side is `sidePx`
   * long. The original is never written to.
   */
  readonly at: (sidePx: number) => Source
  /** What it does to the pixels of every rendition, before the other steps. */
  readonly passes: readonly Pass[]
  readonly findings: readonly AnyFinding[]
}

/** Pixels that were worked out of a photograph, and the names of what they come from, in its order. */
export interface StoredWork {
  readonly keys: readonly string[]
  readonly tiles: readonly StoredTile[]
}

/** A finished file, as far as a step may judge it. */
export interface MadeFile {
  /** The colour of its plain ground as it comes out of the file; null where the ground is not one colour. */
  readonly ground: HexColour | null
  readonly bytes: number
  readonly width: number
  readonly height: number
}

/**
 * One step of a brief. Everything about it lives in its folder: settings with their ranges and words, what a shot
 * may have of its own, findings, its part of the keys, how it is looked at, and what it does in each of the
 * phases in which it takes part (`phases.ts`).
 */
export interface Step<
  Id extends string = string,
  Settings extends z.ZodObject = z.ZodObject,
  Own extends z.ZodObject = z.ZodObject,
  F extends AnyFinding = AnyFinding,
  Asset = unknown,
> {
  readonly id: Id
  /** Its name in the interface. */
  readonly title: string
  /**
   * Bumped when the same settings come to give other pixels. At 1, a step whose settings are all at their
   * defaults leaves no trace in a key, so that a new step makes nothing stale.
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
  /** The settings that a placement may have in place of the brief's; none where this is missing. */
  readonly perPlacement?: readonly (keyof z.output<Settings> & string)[]
  /** Its findings, worst first. */
  readonly findings: FindingTable<F>
  /** Where people work on a shot by hand: which field of `own` holds it, and how it goes to another shot. */
  readonly hands?: Hands
  /** How its work is looked at, by name. */
  readonly views?: Readonly<Record<string, View>>
  /** The facts that it finds out for the steps after it. */
  readonly gives?: readonly Fact<unknown>[]

  /** The settings in a few words. */
  describe(settings: z.output<Settings>): string
  /** Whether it goes by what is known of a shot besides its pixels. */
  readsAbout?(settings: z.output<Settings>, own: z.output<Own>): boolean
  /** The tables and pictures that the settings name. */
  assets?(settings: z.output<Settings>, beside: Beside<z.output<Own>>): readonly AssetUse[]
  /**
   * Reads the file of one of them; remembered for as long as the file is held.
   *
   * @param decode throws a FileError when the bytes are not a whole picture.
   */
  readAsset?(bytes: Uint8Array, decode: (bytes: Uint8Array) => Promise<SrgbRgba8>): Promise<Asset>
  /**
   * Its part of a rendition's key where that is more than the settings that are not at their defaults; null leaves
   * no trace.
   */
  keyPart?(
    settings: z.output<Settings>,
    placement: Placement,
    beside: Beside<z.output<Own>>,
  ): unknown
  /**
   * The same for what a shot has of its own, where more than that is kept of it than shows.
   *
   * @param placement null for the shot as a whole.
   */
  ownKeyPart?(own: z.output<Own>, placement: Placement | null): unknown

  /** What it finds in a photograph as it came in. */
  examine?(photograph: MeasuredPhotograph, surroundings: Surroundings): readonly F[]
  /** Decides what is true of a shot, once for all of its renditions. */
  decide?(
    given: Given<z.output<Settings>, z.output<Own>, Asset>,
    context: DecideContext,
  ): Promise<Decided>
  /** Adds its part to the plan of one rendition. */
  plan?(draft: RenditionPlan, given: Given<z.output<Settings>, z.output<Own>, Asset>): RenditionPlan
  /** Works out for the scales of the renditions what it decided at a coarse one. */
  refine?(
    given: Given<z.output<Settings>, z.output<Own>, Asset>,
    context: ScaledContext,
  ): Promise<Pick<Decided, 'facts' | 'mattes'>>
  /**
   * Mends the photograph's own pixels. Nothing that is decided goes by what was mended, so that a stroke never cuts
   * anew. At most one step of a registry mends.
   */
  mend?(given: Given<z.output<Settings>, z.output<Own>, Asset>, context: MendContext): Mended
  /** The pixels that it has worked out of an open photograph, where doing so again takes long. */
  storeWork?(source: Source): StoredWork | null
  /** Gives them to the same photograph, opened again at the same size. */
  recallWork?(source: Source, work: StoredWork): void
  /** What it finds in the pixels of a rendition. */
  inspect?(
    picture: SrgbRgba8,
    given: Pick<Given<z.output<Settings>, z.output<Own>, Asset>, 'settings' | 'own'>,
  ): readonly F[]
  /** What it finds in a finished file. */
  check?(file: MadeFile, plan: RenditionPlan): readonly F[]
  /** How the picture is shown as it leaves this step, where its plan alone would not show what it did. */
  show?(draft: RenditionPlan, facts: ShotFacts): RenditionPlan
}

/** Gives a step its type. */
export function defineStep<
  Id extends string,
  Settings extends z.ZodObject,
  Own extends z.ZodObject,
  F extends AnyFinding,
  Asset = never,
>(step: Step<Id, Settings, Own, F, Asset>): Step<Id, Settings, Own, F, Asset> {
  return step
}
