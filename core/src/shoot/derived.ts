import { weakMapMemoize } from 'reselect'

/**
 * A function that remembers what it made of its arguments, for as long as somebody holds the objects among them: the
 * arguments are the key, all of it. Objects go first, so that what hangs on them goes with them.
 */
export { weakMapMemoize as derived } from 'reselect'

/** As `derived`, for one long text that is read: nobody holds a text, so only the last few answers are remembered. */
export const derivedOfText = <Result>(make: (text: string) => Result): ((text: string) => Result) =>
  weakMapMemoize(make, { maxSize: TEXTS })

const TEXTS = 4

/**
 * As `derived`, for what is asked of thousands of things one after the other: it remembers the last answer for each
 * first argument, which takes one look-up instead of one for every argument.
 */
export function derivedOfEach<First extends object, Rest extends readonly unknown[], Result>(
  make: (first: First, ...rest: Rest) => Result,
): (first: First, ...rest: Rest) => Result {
  const last = new WeakMap<First, { readonly rest: Rest; readonly result: Result }>()
  return (first, ...rest) => {
    const known = last.get(first)
    if (known && isSame(known.rest, rest)) return known.result
    const result = make(first, ...rest)
    last.set(first, { rest, result })
    return result
  }
}

const isSame = (one: readonly unknown[], other: readonly unknown[]): boolean =>
  one.length === other.length && one.every((item, i) => Object.is(item, other[i]))
