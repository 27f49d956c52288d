/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // FactsDesk
  inBriefLabel: (title: string): string => `${title} in the brief`,
  changeItInBrief: 'Change it in the brief',
  renditions: 'Renditions',
  noneMadeYetMakeThem: 'None made yet. Make them from the sheet.',
  original: 'Original',
  iso: (iso: string | number): string => `ISO ${iso}`,
  noProfileAssumedSRGB: 'no profile, assumed sRGB',

  // FindingList
  findings: 'Findings',
  couldntBeMade: (failure: string | number): string => `Couldn’t be made: ${failure}`,
  none: 'None.',

  // PicturedStage
  after: (stage: string | number): string => `After ${stage}`,

  // Stage
  cantBeShown: (fileName: string | number, failure: string | number): string =>
    `${fileName} can’t be shown: ${failure}.`,

  // Desk
  desk: 'Desk',

  // Row
  row: 'Row',
  openShot: (fileName: string): string => `Open ${fileName}`,
  alongRow: 'along the row',

  // FramedNow
  inFrame: (fileName: string): string => `${fileName} in its frame`,

  // Viewer
  result: 'Result',

  // ViewerPane
  theOriginal: 'The original',
  theResult: 'The result',

  // Waiting
  retouches: (done: string, total: string): string => `Retouches: ${done} of ${total}`,
  cutting: 'Cutting …',
  notCut: (reason: string | number): string => `Not cut: ${reason}.`,

  // WipeLine
  wipeLine: 'Wipe line',

  // Dial
  doubleClickToReset: (label: string | number, value: string | number): string =>
    `${label}: ${value}. Double-click to reset`,
  typed: (label: string | number): string => `${label}, typed`,

  // LevelChoice
  thisShot: 'this shot',
  itsLighting: (shots: number): string => `lighting, ${shots}`,
  brief: (shots: number): string => `brief, ${shots}`,
  changesApplyTo: 'A change applies to',

  // SettingTrack
  clearThisShots: (label: string | number): string => `Clear this shot’s ${label}`,
  clearThisShotsOverride: 'Clear this shot’s override',

  // SliderRow
  doubleClickToResetLabel: 'Double-click to reset',

  // origin
  thisShotInline: 'this shot',

  // BrushSize
  size: 'Size',
  hardness: 'Hardness',

  // DrawnParts
  close: (label: string | number): string => `${label}, close`,

  // HandList
  noneYet: 'None yet.',
  show: 'Show',
  hide: 'Hide',
  delete: (noun: string | number, value: string | number): string => `Delete ${noun} ${value}`,
  deleteLabel: 'Delete',

  // useHands
  nothingIsDoneByHand: (step: string | number): string => `Nothing is done by hand in ${step}`,
  couldntBeSaved: (words: string | number): string => `“${words}” couldn’t be saved`,
  isStillThere: (noun: string | number): string => `The ${noun} is still there`,
  isAsItWas: (noun: string | number): string => `The ${noun} is as it was`,

  // useShotEditor
  forLighting: ', for the lighting',
  inBrief: ', in the brief',
  for: (name: string | number): string => `, for ${name}`,
}
