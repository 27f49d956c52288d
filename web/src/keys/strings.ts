/** Everything this room says beside the words of the keys themselves (`keys.ts`). */
export const strings = {
  // KeyHints
  hide: 'Hide',
}
