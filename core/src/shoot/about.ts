import { readsAbout, planShot, type BriefSteps, type Touches } from '../brief'
import { NOTHING_KNOWN, type ShotAbout } from '../names'
import { derived, derivedOfText } from './derived'
import { groupBy } from './groupBy'
import { pictureWords } from './products'
import type { Product, Shoot, ShootRows, Shot } from './rows'

/** What marks may say about the shots of a shoot. */
export interface ShootData {
  readonly shoot: string
  readonly products: ReadonlyMap<string, Product>
  /** Where each shot stands among those of its product. */
  readonly standing: ReadonlyMap<string, Standing>
  readonly day: string
}

interface Standing {
  /** From 1; the first is the cover. */
  readonly number: number
  readonly pictures: ShotAbout['pictures']
}

/** What of a shot decides where it stands. */
type Placed = Pick<Shot, 'id' | 'sku' | 'angle' | 'place' | 'order' | 'originalHash' | 'fileName'>

/** Nothing is known of any shot. */
export const NO_DATA: ShootData = { shoot: '', products: new Map(), standing: new Map(), day: '' }

/** What is known of shots besides their pixels, as far as their marks ask. */
export function createAbouts() {
  /** The same text for shots that stand the same, so that what hangs on it stays when anything else changes. */
  const orderOf = derived((shots: readonly Shot[]): string =>
    JSON.stringify(
      shots.map(({ id, sku, angle, place, order, originalHash, fileName }): Placed => {
        return { id, sku, angle, place, order, originalHash, fileName }
      }),
    ),
  )
  const standingBy = derivedOfText((order) => standingOf(JSON.parse(order) as Placed[]))
  const dataFrom = derived(
    (
      products: ShootData['products'],
      standing: ShootData['standing'],
      shoot: string,
      day: string,
    ): ShootData => ({ shoot, products, standing, day }),
  )
  const briefReads = derived((steps: BriefSteps): boolean => readsAbout(planShot('', steps)))
  /** Asked for every shot: once for all of them is enough. */
  const anyMarkedAlone = derived((shots: readonly Shot[]): boolean =>
    shots.some(({ touches }) => touches.mark !== undefined),
  )
  const shotReads = derived((touches: Touches, steps: BriefSteps): boolean =>
    readsAbout(planShot('', steps, touches)),
  )
  const reads = ({ touches }: Pick<Shot, 'touches'>, steps: BriefSteps): boolean =>
    touches.mark === undefined ? briefReads(steps) : shotReads(touches, steps)
  const aboutFrom = derived(
    (shot: Shot, standing: Standing, product: Product | undefined, shoot: string, day: string) =>
      ({
        words: pictureWords(shot, product, {
          shoot,
          outlet: '',
          placement: '',
          number: standing.number,
        }),
        isCover: standing.number === 1,
        day,
        pictures: standing.pictures,
      }) satisfies ShotAbout,
  )
  return {
    /** Whether what marks say of a shot is to be known. */
    reads,
    /** What is known of a shoot's shots; nothing where none of them asks. The same object for the same. */
    dataOf: (
      {
        shoot,
        shots,
        products,
        day,
      }: Pick<ShootRows, 'shots' | 'products' | 'day'> & {
        readonly shoot: Pick<Shoot, 'name'>
      },
      steps: BriefSteps,
    ): ShootData =>
      briefReads(steps) || anyMarkedAlone(shots)
        ? dataFrom(products, standingBy(orderOf(shots)), shoot.name, day)
        : NO_DATA,
    /** What is known of a shot, where its marks ask. */
    aboutOf: (shot: Shot, steps: BriefSteps, data: ShootData): ShotAbout => {
      if (!reads(shot, steps)) return NOTHING_KNOWN
      const standing = data.standing.get(shot.id) ?? ALONE
      return aboutFrom(shot, standing, data.products.get(shot.sku ?? ''), data.shoot, data.day)
    },
  }
}

/** Letters of a SHA-256 in hex. */
const HASH_LETTERS = 64
const ALONE: Standing = { number: 1, pictures: {} }

/** The place of each shot among those of its product, as their names and their coming have it. */
function standingOf(shots: readonly Placed[]): ReadonlyMap<string, Standing> {
  const groups = groupBy(shots, ({ sku, id }) => (sku === null ? `\0${id}` : sku))
  return new Map(
    [...groups.values()].flatMap((group) => {
      const inOrder = [...group].sort(
        (a, b) => (a.place ?? Infinity) - (b.place ?? Infinity) || a.order - b.order,
      )
      const pictures = Object.fromEntries(
        [...inOrder].reverse().flatMap(({ angle, originalHash, fileName }) =>
          // One that has not been read yet has no hash to be found by.
          angle === null || originalHash.length < HASH_LETTERS
            ? []
            : [[angle, { name: fileName, hash: originalHash }] as const],
        ),
      )
      return inOrder.map(({ id }, i) => [id, { number: i + 1, pictures }] as const)
    }),
  )
}

export type Abouts = ReturnType<typeof createAbouts>
