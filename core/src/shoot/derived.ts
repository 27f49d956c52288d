/**
 * A function that remembers what it made of its arguments, for as long as somebody holds the objects among them: the
 * arguments are the key, all of it. Objects go first, so that what hangs on them goes with them.
 */
export { weakMapMemoize as derived } from 'reselect'
