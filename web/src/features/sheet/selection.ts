/** Which shots are selected, and from where a range would reach. */
export interface Selection {
  readonly ids: ReadonlySet<string>
  readonly anchor: string | null
}

export const NOTHING: Selection = { ids: new Set(), anchor: null }

/** How a click changes the selection: alone, added or taken away, or up to here. */
export type Gesture = 'only' | 'toggle' | 'range'

/** The selection after a gesture on one shot; `order` is the order on the screen. */
export function select(
  { ids, anchor }: Selection,
  id: string,
  gesture: Gesture,
  order: readonly string[],
): Selection {
  if (gesture === 'only') return { ids: new Set([id]), anchor: id }
  if (gesture === 'toggle') {
    const next = new Set(ids)
    if (!next.delete(id)) next.add(id)
    return { ids: next, anchor: id }
  }
  const from = order.indexOf(anchor ?? id)
  const to = order.indexOf(id)
  if (from < 0 || to < 0) return { ids: new Set([id]), anchor: id }
  const range = order.slice(Math.min(from, to), Math.max(from, to) + 1)
  return { ids: new Set(range), anchor }
}
