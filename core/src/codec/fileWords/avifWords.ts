import { joined } from '../joined'
import { boxBytes, boxesIn, HEAD_BYTES, numbers, viewOf } from './boxes'

/** The kind of item, no name, and what it holds. */
const CONTENT = 'mime\0application/rdf+xml\0'
/** Version and flags, before what is in the boxes that are read here. */
const VERSION_BYTES = 4

/**
 * An AVIF with a packet as an item that describes its picture (ISO/IEC 23008-12, 8.5 and annex A.3): a name for
 * it, a place and a reference in the meta box, and its bytes behind all others.
 *
 * @returns null where the file is not laid out as one of still pictures is.
 */
export function withAvifPacket(avif: Uint8Array, packet: Uint8Array): Uint8Array | null {
  const boxes = boxesIn(avif)
  const at = boxes?.findIndex(({ type }) => type === 'meta') ?? -1
  const meta = boxes?.[at]
  const parts = meta && boxesIn(meta.body.subarray(VERSION_BYTES))
  if (!boxes || !parts) return null
  const part = (type: string): Uint8Array | undefined =>
    parts.find((box) => box.type === type)?.body
  const [places, names, primary] = [part('iloc'), part('iinf'), part('pitm')]
  const read = places && readPlaces(places)
  if (!read || !names || !primary || names[0] !== 0) return null
  const id = Math.max(0, ...read.items.map((item) => item.id)) + 1
  const picture = primary[0] === 0 ? viewOf(primary).getUint16(4) : viewOf(primary).getUint32(4)
  const named = withCount(names, boxBytes({ type: 'infe', body: nameOf(id) }))
  const referred = withReference(part('iref'), id, picture)
  const made = (shift: number, place: number): Uint8Array => {
    const placed = writePlaces(read, shift, { id, at: place, length: packet.length })
    const changed: Readonly<Record<string, Uint8Array>> = { iloc: placed, iinf: named }
    const kept = parts
      .filter(({ type }) => type !== 'iref')
      .map(({ type, body }) => boxBytes({ type, body: changed[type] ?? body }))
    const inside = [...kept, boxBytes({ type: 'iref', body: referred })]
    const whole = [meta.body.subarray(0, VERSION_BYTES), ...inside]
    return boxBytes({ type: 'meta', body: joined(whole) })
  }
  // However far things move, the box is as long.
  const grown = made(0, 0).length - HEAD_BYTES - meta.body.length
  const whole = boxes.map((box, i): Uint8Array =>
    i === at ? made(grown, avif.length + grown + HEAD_BYTES) : boxBytes(box),
  )
  return joined([...whole, boxBytes({ type: 'mdat', body: packet })])
}

/** An item of type `mime`. */
const nameOf = (id: number): Uint8Array =>
  joined([numbers([4, 0x02000000], [2, id], [2, 0]), ascii(CONTENT)])

/** The list of names with one more. */
function withCount(names: Uint8Array, one: Uint8Array): Uint8Array {
  const made = joined([names, one])
  const view = viewOf(made)
  view.setUint16(VERSION_BYTES, view.getUint16(VERSION_BYTES) + 1)
  return made
}

/** References between items with one more: the words describe the picture. */
function withReference(
  references: Uint8Array | undefined,
  id: number,
  picture: number,
): Uint8Array {
  const bytes = references?.[0] === 1 ? 4 : 2
  const body = numbers([bytes, id], [2, 1], [bytes, picture])
  return joined([references ?? new Uint8Array(VERSION_BYTES), boxBytes({ type: 'cdsc', body })])
}

/** Where the items of a file lie. */
interface Places {
  readonly version: number
  readonly sizes: {
    readonly offset: number
    readonly length: number
    readonly base: number
    readonly index: number
  }
  readonly items: readonly {
    readonly id: number
    /** 0 where offsets are of the file. */
    readonly method: number
    readonly data: number
    readonly base: number
    readonly extents: readonly { index: number; offset: number; length: number }[]
  }[]
}

/** Reads an `iloc` box; null where it could not hold one more item. */
function readPlaces(body: Uint8Array): Places | null {
  const view = viewOf(body)
  let at = VERSION_BYTES
  const next = (bytes: number): number => {
    let value = 0
    for (let i = 0; i < bytes; i++) value = value * 256 + view.getUint8(at++)
    return value
  }
  const version = view.getUint8(0)
  const [first, second] = [next(1), next(1)]
  const sizes = {
    offset: first >> 4,
    length: first & 15,
    base: second >> 4,
    index: version === 0 ? 0 : second & 15,
  }
  if (version > 2 || sizes.offset < 4 || sizes.length < 4) return null
  const count = next(version === 2 ? 4 : 2)
  const items = Array.from({ length: count }, () => {
    const id = next(version === 2 ? 4 : 2)
    const method = version === 0 ? 0 : next(2) & 15
    const data = next(2)
    const base = next(sizes.base)
    const extents = Array.from({ length: next(2) }, () => ({
      index: next(sizes.index),
      offset: next(sizes.offset),
      length: next(sizes.length),
    }))
    return { id, method, data, base, extents }
  })
  return { version, sizes, items }
}

/** Writes an `iloc` box in which all that lies in the file has moved, with one item more. */
function writePlaces(
  { version, sizes, items }: Places,
  shift: number,
  one: { readonly id: number; readonly at: number; readonly length: number },
): Uint8Array {
  const extent = { index: 0, offset: one.at, length: one.length }
  const added = { id: one.id, method: 0, data: 0, base: 0, extents: [extent] }
  const moved = items.map((item) => {
    if (item.method !== 0) return item
    if (sizes.base > 0 && item.base > 0) return { ...item, base: item.base + shift }
    const extents = item.extents.map((e) => ({ ...e, offset: e.offset + shift }))
    return { ...item, extents }
  })
  const wide = version === 2 ? 4 : 2
  return joined([
    numbers(
      [1, version],
      [3, 0],
      [1, (sizes.offset << 4) | sizes.length],
      [1, (sizes.base << 4) | sizes.index],
      [wide, items.length + 1],
    ),
    ...[...moved, added].map(({ id, method, data, base, extents }) =>
      joined([
        numbers([wide, id]),
        ...(version === 0 ? [] : [numbers([2, method])]),
        numbers([2, data], [sizes.base, base], [2, extents.length]),
        ...extents.map((e) =>
          numbers([sizes.index, e.index], [sizes.offset, e.offset], [sizes.length, e.length]),
        ),
      ]),
    ),
  ])
}

const ascii = (text: string): Uint8Array => Uint8Array.from(text, (letter) => letter.charCodeAt(0))
