import type { FinishSettings } from '../../steps'
import { isWorkedOn } from '../../brief'
import { FORMATS, type FileWords } from '../../codec'
import { expandPattern, safeStem, stemOf, uniqueStems } from '../../names'
import { checkFile, placesOf, type BrokenRule, type Outlet, type Placement } from '../../outlets'
import type { Measured, Rendition, ShootRows, Shot } from '../rows'
import { inSheetOrder, withShared } from '../products/productGroups'
import { pictureWords } from '../products/pictureWords'
import { slotFor, type Recipe, type Recipes } from '../recipe'
import { isOfKey } from '../standing'
import { chooseFor } from './chooseFor'

/** A use of pictures: a placement of the brief's own, or of an outlet. */
export interface Destination {
  /** The id of the placement as it is planned. */
  readonly id: string
  readonly outlet: Outlet | null
  readonly placement: Placement
  /** Folder in the delivery, without a slash at its end. */
  readonly folder: string
}

/** One picture on its way to one destination. */
export interface DeliveryItem {
  readonly destination: Destination
  readonly shot: Shot
  /** The newest rendition; null where none has been made. */
  readonly rendition: Rendition | null
  readonly state: 'ready' | 'out-of-date' | 'missing'
  /** Path in the delivery. */
  readonly path: string
  readonly altText: string
  /** Whether it is the first of its product there. */
  readonly isCover: boolean
  /** What is to be written into the file; null for nothing. */
  readonly words: FileWords | null
  /** Rules of the outlet that the file breaks; null where it has not been read. */
  readonly broken: readonly BrokenRule[] | null
}

/** A picture that is ready to leave. */
export type DeliveryFile = DeliveryItem & { readonly rendition: Rendition }

/** All that a shoot sends somewhere. */
export interface DeliveryPlan {
  readonly destinations: readonly Destination[]
  readonly items: readonly DeliveryItem[]
  /** Shots that an outlet does not get, by its id. */
  readonly aside: ReadonlyMap<string, readonly Shot[]>
}

/** What lies beside the folders of a delivery. */
export const MANIFEST_FILES = {
  json: 'manifest.json',
  table: 'manifest.csv',
  page: 'pictures.html',
} as const

/**
 * Where a shoot's pictures go, in the order of brief and outlets. Each has a folder of its own, whatever file system
 * it lies in; an outlet with several placements has one with a folder for each in it.
 */
export function destinationsOf({
  shoot,
  briefRow,
}: Pick<ShootRows, 'shoot' | 'briefRow'>): readonly Destination[] {
  const { placements } = briefRow.brief.steps.finish
  const own = shoot.ownFiles || shoot.outlets.length === 0 ? placements : []
  const beside = Object.values(MANIFEST_FILES)
  const folders = uniqueStems([...beside, ...[...own, ...shoot.outlets].map(({ name }) => name)])
  const ownFolders = folders.slice(beside.length)
  const outletFolders = ownFolders.slice(own.length)
  return [
    ...own.map((placement, i) => ({
      id: placement.id,
      outlet: null,
      placement,
      folder: ownFolders[i]!,
    })),
    ...shoot.outlets.flatMap((outlet, i) => {
      const within = uniqueStems(outlet.placements.map(({ name }) => name))
      return placesOf([outlet]).map(({ placement, planned }, k) => ({
        id: planned.id,
        outlet,
        placement,
        folder: within.length === 1 ? outletFolders[i]! : `${outletFolders[i]!}/${within[k]!}`,
      }))
    }),
  ]
}

/** What a delivery is planned of; of what was measured it needs what the camera wrote alone. */
export type DeliveryRows = Omit<ShootRows, 'measures'> & {
  readonly measures: ReadonlyMap<string, Pick<Measured, 'capture'>>
}

/** Plans what leaves a shoot. */
export function createDeliveryPlans({ recipeOf, keyOf }: Recipes) {
  return {
    /**
     * Names and checks everything that a shoot sends somewhere. Files are named by the pattern of outlet or
     * brief, or as a person wrote; where two of a folder would have one name, the later ones get numbers.
     *
     * @param leaveOut shots that go nowhere, such as those that were returned.
     */
    planDelivery: (
      view: DeliveryRows,
      leaveOut: (shot: Shot) => boolean = () => false,
    ): DeliveryPlan => {
      const recipe = recipeOf(view)
      const shots = inSheetOrder(withShared(view.shots), view.products).filter(
        (shot) => !leaveOut(shot),
      )
      const destinations = destinationsOf(view)
      const aside = new Map(
        view.shoot.outlets.map((outlet) => [outlet.id, chooseFor(outlet, shots).aside]),
      )
      const items = destinations.flatMap((destination) => {
        const out = new Set(destination.outlet ? aside.get(destination.outlet.id) : [])
        const inside = shots.filter((shot) => !out.has(shot))
        return itemsFor(destination, inside, view, recipe, keyOf)
      })
      return { destinations, items, aside }
    },
  }
}

function itemsFor(
  destination: Destination,
  shots: readonly Shot[],
  view: DeliveryRows,
  recipe: Recipe,
  keyOf: Recipes['keyOf'],
): DeliveryItem[] {
  const { outlet, placement, folder } = destination
  const { finish } = view.briefRow.brief.steps
  const { fileNames, altTexts } = finish
  const pattern = placement.fileNames ?? outlet?.fileNames ?? fileNames
  const numbers = new Map<string | null, number>()
  const words = shots.map((shot) => {
    const number = (numbers.get(shot.sku) ?? 0) + 1
    numbers.set(shot.sku, number)
    const place = { shoot: view.shoot.name, outlet: outlet?.name ?? '', placement: placement.name }
    return pictureWords(shot, view.products.get(shot.sku ?? ''), { ...place, number })
  })
  const names = uniqueStems(
    shots.map((shot, i) => {
      const wanted = shot.words.file ?? expandPattern(pattern, words[i]!)
      return wanted.trim() === '' ? stemOf(shot.fileName) : wanted
    }),
  )
  const firsts = new Map([...shots].reverse().map((shot) => [shot.sku, shot]))
  return shots.map((shot, i) => {
    const rendition = view.renditions.get(slotFor(shot, recipe, destination.id)) ?? null
    const planned = recipe.steps.finish.placements.find(({ id }) => id === destination.id)
    const isReady = rendition && planned && isOfKey(rendition, keyOf(shot, recipe, planned))
    const altText = shot.words.alt ?? expandPattern(outlet?.altTexts ?? altTexts, words[i]!)
    // What auto picks is known once the file is made.
    const format = placement.format === 'auto' ? 'jpeg' : placement.format
    const item: DeliveryItem = {
      destination,
      shot,
      rendition,
      state: isReady ? 'ready' : rendition ? 'out-of-date' : 'missing',
      path: `${folder}/${ofProduct(shot, view)}${names[i]!}.${FORMATS[format].extension}`,
      altText,
      isCover: shot.sku !== null && firsts.get(shot.sku) === shot,
      words: outlet?.rules.fileWords === 'none' ? null : fileWords(finish, words[i]!, altText),
      broken: outlet ? null : [],
    }
    const capture = view.measures.get(shot.originalHash)?.capture
    return rendition ? withRendition(item, rendition, capture) : item
  })
}

/**
 * An item with its finished file: named by the format that it has, checked against the outlet's rules, and credited to
 * whom its camera names where the brief names nobody.
 */
export function withRendition(
  item: DeliveryItem,
  rendition: Rendition,
  camera?: Partial<Pick<FileWords, 'creator' | 'rights'>>,
): DeliveryFile {
  const { destination, path, altText, isCover } = item
  const words = withCredit(item.words, camera)
  const saysCredit = words !== null && (words.creator !== '' || words.rights !== '')
  return {
    ...item,
    rendition,
    path: path.replace(/\.[^./]+$/, `.${FORMATS[rendition.format].extension}`),
    words,
    broken: brokenBy(rendition, destination.outlet, { altText, saysCredit, isCover }),
  }
}

/** A folder for the product, where the shoot wants one. */
const ofProduct = ({ sku }: Shot, { shoot }: Pick<ShootRows, 'shoot'>): string =>
  shoot.productFolders && sku !== null ? `${safeStem(sku)}/` : ''

const NO_WORDS: FileWords = { creator: '', rights: '', description: '', alt: '' }

/** What a brief wants to be written into a file. */
function fileWords(
  { writes, creator, rights, description }: FinishSettings,
  words: Readonly<Record<string, string>>,
  alt: string,
): FileWords | null {
  switch (writes) {
    case 'nothing':
      return null
    case 'credit':
      return NO_WORDS
    case 'words':
      return {
        creator: expandPattern(creator, words),
        rights: expandPattern(rights, words),
        description: expandPattern(description, words),
        alt,
      }
  }
}

/** Who made the photograph and holds its rights is its camera's to say where the brief says nothing. */
const withCredit = (
  words: FileWords | null,
  camera: Partial<Pick<FileWords, 'creator' | 'rights'>> = {},
): FileWords | null =>
  words && {
    ...words,
    creator: words.creator || (camera.creator ?? ''),
    rights: words.rights || (camera.rights ?? ''),
  }

function brokenBy(
  rendition: Rendition | null,
  outlet: Outlet | null,
  facts: Omit<Parameters<typeof checkFile>[2], 'isMarked'>,
): readonly BrokenRule[] | null {
  if (!outlet) return []
  if (!rendition?.finished) return null
  const isMarked = isWorkedOn(rendition.key, 'mark')
  const { finished, productBox } = rendition
  // What stands out from the border is the product and its marks.
  const product = isMarked ? (productBox ?? finished.product) : finished.product
  return checkFile({ ...finished, product }, outlet.rules, { ...facts, isMarked })
}

/** The pictures that are ready to leave. */
export const readyOf = ({ items }: Pick<DeliveryPlan, 'items'>): DeliveryFile[] =>
  items.filter((picture): picture is DeliveryFile => picture.state === 'ready')
