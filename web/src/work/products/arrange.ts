import { perform, put, type Shot } from '../../data'
import { strings } from '../strings'

/** Puts a product's shots in this order; the first is its cover. */
export async function arrange(shots: readonly Shot[], words: string): Promise<void> {
  const [first] = shots
  if (!first) return
  const edits = shots.flatMap(({ id, place }, i) =>
    place === i + 1 ? [] : [put('shots', id, ['place'], i + 1)],
  )
  if (edits.length > 0) await perform({ shootId: first.shootId, words, edits })
}

/** The order in which a shot has moved to another's place. */
export function moved(shots: readonly Shot[], shotId: string, to: number): Shot[] {
  const from = shots.findIndex(({ id }) => id === shotId)
  const rest = shots.filter((_, i) => i !== from)
  return from < 0 ? [...shots] : [...rest.slice(0, to), shots[from]!, ...rest.slice(to)]
}

/** Writes what a picture is called or how it is described; nothing takes the pattern again. */
export async function writeWords(
  shot: Shot,
  field: 'file' | 'alt',
  text: string | null,
): Promise<void> {
  if (shot.words[field] === text) return
  await perform({
    shootId: shot.shootId,
    words: strings.countOfTotal(field === 'file' ? 'File name' : 'Description', shot.fileName),
    edits: [put('shots', shot.id, ['words', field], text)],
  })
}

/** Sends a shot to an outlet before others of its product, keeps it from there, or leaves it to the order. */
export async function sendTo(
  shot: Shot,
  outlet: { readonly id: string; readonly name: string },
  going: 'in' | 'out' | null,
): Promise<void> {
  const word =
    going === 'in'
      ? strings.isSentTo
      : going === 'out'
        ? strings.isNotSentTo
        : strings.isSentInProductOrder
  const next = Object.fromEntries(Object.entries(shot.going).filter(([id]) => id !== outlet.id))
  await perform({
    shootId: shot.shootId,
    words: `${shot.fileName} ${word} ${outlet.name}`,
    edits: [
      put('shots', shot.id, ['going'], going === null ? next : { ...next, [outlet.id]: going }),
    ],
  })
}

/** Lets a picture stand for these products as well, and for no others. */
export async function alsoFor(shot: Shot, skus: readonly string[]): Promise<void> {
  await perform({
    shootId: shot.shootId,
    words:
      skus.length === 0
        ? strings.onlyForItsOwnProduct(shot.fileName)
        : strings.alsoFor(shot.fileName, skus.join(', ')),
    edits: [put('shots', shot.id, ['alsoFor'], [...skus])],
  })
}
