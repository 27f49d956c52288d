import { countOf } from '@cloudbank/core/words'

/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // WorkersPage
  workers: 'Workers',
  whatTheyAre: 'Who makes renditions for this app’s server, and what waits for them.',
  onlyHere: (count: number): string =>
    `No server makes renditions for this app: this browser makes them itself, ${count} at a time.`,
  noWorkers: 'The server has no workers. This browser makes renditions itself.',
  howToAddWorkers:
    'To add one on another machine, start the server with a queue and a store, then:',
  workerCommand: 'cloudbank worker --queue redis://… --store …',

  // WorkerTable
  name: 'Worker',
  atWork: 'At work on',
  idle: 'Waits',
  slots: 'At a time',
  made: 'Made',
  failed: 'Failed',
  perMinute: 'A minute',
  since: 'Since',

  // QueuePart
  queue: 'Queue',
  inLine: (waiting: number, working: number): string =>
    `${countOf(waiting, 'photograph')} waiting, ${working} being made.`,
  more: (count: number): string => `and ${count} more`,
  setAside: 'Set aside',

  // StageTime
  whereTimeGoes: 'Where the time goes',
  eachPhotograph: (time: string): string => `${time} of a core for each photograph.`,
} as const
