import { countOf } from '@cloudbank/core/words'

/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // RunsPage
  runs: 'Runs',
  whatWasMadeAndWhat:
    'What was made, and what it replaced. The previous version of each picture is kept until you free space.',
  whoMakesThem: 'Who makes them',
  nothingHasBeenMadeYet: 'Nothing has been made yet.',
  countOfTotal: (value: string | number, made: number, total: number): string =>
    `${value}: ${countOf(made, 'rendition')} of ${countOf(total, 'shot')}`,
  failed: (failed: string | number): string => `, ${failed} failed`,
  thanBefore: (bytes: string | number, value: string | number): string =>
    `; ${bytes} ${value} than before`,
  close: 'Close',
  whatChanged: 'What changed',
  undoRun: 'Undo run',
  stillUnderWay: 'The run is still under way',
  noneStands: 'Nothing of this run is current any more',
  largestChangeFirst: (by: string): string => `Largest change first: ${by.toLowerCase()}`,
  bytes: 'Weight',
  removed: 'removed',
  before: (name: string): string => `${name} before`,
  after: (name: string): string => `${name} after`,
  beforeLabel: 'before',
  afterLabel: 'after',
  isNew: ', new',
  showMore: (next: number, left: number): string => `Show ${next} of ${left} more`,
  runCouldntBeUndone: 'The run couldn’t be undone',
  photograph: 'Photograph',
  placement: 'Placement',
  pixels: 'Pixels',
  weight: 'Weight',
  quality: 'Quality',
  asCsv: 'As CSV',
  noLongerCurrent: 'no longer current',
}
