import { countOf } from '@cloudbank/core/words'

/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // RunsPage
  runs: 'Runs',
  whatWasMadeAndWhat:
    'What was made, and what it replaced. The previous version of each picture is kept until you free space.',
  nothingHasBeenMadeYet: 'Nothing has been made yet.',
  countOfTotal: (value: string | number, made: number, total: number): string =>
    `${value}: ${countOf(made, 'rendition')} of ${countOf(total, 'shot')}`,
  failed: (failed: string | number): string => `, ${failed} failed`,
  thanBefore: (bytes: string | number, value: string | number): string =>
    `; ${bytes} ${value} than before`,
  close: 'Close',
  whatChanged: 'What changed',
  undoRun: 'Undo run',
  runCouldntBeUndone: 'The run couldn’t be undone',
  photograph: 'Photograph',
  placement: 'Placement',
  pixels: 'Pixels',
  weight: 'Weight',
  quality: 'Quality',
  asCsv: 'As CSV',
  noLongerCurrent: 'no longer current',
}
