/** Everything this room says beside the words of the keys themselves (`keys.ts`). */
export const strings = {
  // places
  everywhere: 'Everywhere',
  onSheet: 'On the sheet',
  onBench: 'On the bench',
  onBenchInCut: 'On the bench, Cut',
  onBenchInTidy: 'On the bench, Tidy',
  inReview: 'In Review',

  // KeyHints
  hide: 'Hide',
}
