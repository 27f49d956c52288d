import { countOf } from '@cloudbank/core/words'

/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // Help
  keys: 'Keys',
  close: 'Close',

  // Notices
  moreCloseSome: (waiting: string | number): string => `${waiting} more; close some`,

  // Palette
  search: 'Search',
  searchOrRunCommand: 'Search or run a command',
  searchOrRunCommandLabel: 'Search, or run a command',
  noMatches: 'No matches.',

  // Shell
  cloudbank: 'Cloudbank',
  sheet: 'Sheet',
  lightings: 'Lightings',
  products: 'Products',
  brief: 'Brief',
  review: 'Review',
  shelf: 'Shelf',
  deliver: 'Deliver',
  live: 'Live',

  // SkyControl
  sky: 'Sky',
  skyWithLevel: (level: string | number): string => `Sky: ${level}`,

  // finds
  runs: 'Runs',
  moreInLine: (count: number): string => `${countOf(count, 'more run')} in line`,
  outlets: 'Outlets',
  settingOf: (title: string | number): string => `setting of ${title}`,

  // CutOutStrip
  waiting: 'Waiting',
  savingCutOuts: 'Saving cut-outs',
  countOfTotal: (count: string | number, count2: string | number): string =>
    `${count} of ${count2}`,
  stop: 'Stop',

  // IntakeStrip
  opening: (name: string, how: string): string => `${name}, ${how}`,
  entry: (count: string): string => `entry ${count}`,
  ofRows: (done: string, total: string): string => `${done} of ${total} rows`,
  ofFiles: (count: string | number, count2: string | number): string =>
    `${count} of ${count2} files`,
  paused: 'Paused',
  unpacking: 'Unpacking',
  importStopped: (files: string): string =>
    `Import stopped. ${files} not imported; the sheet lists them.`,
  importing: 'Importing',
  resume: 'Resume',
  pause: 'Pause',

  // MeasuringStrip
  notMeasured: (waiting: number): string => `${countOf(waiting, 'photograph')} not measured`,
  ofPhotographs: (count: string | number, count2: string | number): string =>
    `${count} of ${count2} photographs`,
  measuring: 'Measuring',

  // WeighingStrip
  weighing: 'Weighing',
  ofPictures: (done: string, total: string): string => `${done} of ${total} pictures`,

  // useFetchingWords
  fetching: (what: string, percent: string): string => `fetching ${what}, ${percent}`,

  // RunStrip
  stoppedMadeAndKept: (made: number): string =>
    `Stopped. ${countOf(made, 'rendition')} made and kept.`,
  making: 'Making',
  ofShots: (count: string | number, count2: string | number, timeLeft: string | number): string =>
    `${count} of ${count2} shots${timeLeft}`,
  pausedLabel: ', paused',
  left: (duration: string | number): string => `, ${duration} left`,
}
