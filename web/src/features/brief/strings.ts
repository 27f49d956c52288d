/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // BriefPage
  briefOf: (name: string | number): string => `Brief of ${name}`,
  findSetting: 'Find a setting',
  noMatchingSettings: 'No matching settings.',
  nameOfBrief: 'Name of the brief',

  // BriefIndex
  steps: 'The brief',
  stepsOfTheBrief: 'Steps of the brief',
  buildItByEye: 'Build it by eye',

  // BriefStep
  atTheirDefaults: (settings: string, count: number): string =>
    `${settings} ${count === 1 ? 'is at its default' : 'are at their defaults'}`,
  show: 'Show',

  // PlacementChoice
  setFor: 'Set for',
  everyPlacement: 'every placement',
  differs: (name: string): string => `${name} has settings of its own here`,
  allAsInTheBrief:
    'Everything is as in the brief. What you change here is for this placement only.',
  onlyForThisPlacement: 'Only for this placement:',
  asInTheBrief: (label: string): string => `${label} as in the brief`,
  backToTheBrief: 'as in the brief',

  // BriefFoot
  about: (duration: string): string => `, about ${duration}`,
  upToDate: (total: string, took: string): string =>
    `All ${total} files are up to date. A change to the brief remakes up to ${total}${took}.`,
  remakes: (count: string, total: string, took: string): string =>
    `${count} of ${total} files to make${took}.`,
  runCouldntBeStarted: 'The run couldn’t be started',

  // ByEyePage
  byEyeWithName: (name: string | number): string => `${name}, by eye`,
  everySetting: 'every setting',
  eachPictureShowsYourShot:
    'Each picture shows your shot with that answer and all your other answers. The outlined ones are in the brief; Undo takes an answer back.',
  thereAreNoShotsTo: 'There are no shots to show yet.',

  // SavedBrief
  startFrom: 'Start from',
  changedSinceSaved: (changes: string): string => `Changed since it was saved: ${changes}.`,
  isSavedForOtherShoots: (name: string | number): string => `${name} is saved for other shoots.`,
  onlyInThisShoot: 'Only in this shoot',
  itCouldntBeSaved: 'It couldn’t be saved',
  saveChanges: 'Save the changes',
  saveForOtherShoots: 'Save for other shoots',
  removeFromSaved: 'Remove from saved',
  itIsStillSaved: 'It is still saved',
  saveAsFile: 'Save as a file',
  briefsFile: 'A brief’s file',
  asItIsSavedFor: 'As it is saved for other shoots.',
  andMore: (more: string | number): string => ` and ${more} more`,
  wasRemovedFromSavedThis: (name: string | number): string =>
    `${name} was removed from saved. This shoot still has it.`,
  undo: 'Undo',
  isntValidBrief: (
    fileName: string | number,
    value: string | number,
    value2: string | number,
  ): string => `${fileName} isn’t a valid brief: ${value}: ${value2}.`,

  // AsItComesOut
  asItComesOut: 'As it comes out',
  changeShots: 'Change',
  done: 'Done',
  comparedWith: (name: string | number): string => `Compared with ${name}`,
  compareWithAnotherBrief: 'Compare with another brief',
  onlyThisBrief: 'only this brief',
  settingsAreSame: 'The settings are the same.',
  by: (fileName: string | number, name: string | number): string => `${fileName} by ${name}`,

  // questions
  whatShouldProductsStandOn: 'What should products stand on?',
  white: 'White',
  paleGrey: 'Pale grey',
  nothing: 'Nothing',
  theirOwnBackdrop: 'Their own backdrop',
  whatShadowShouldTheyHave: 'What shadow should they have?',
  theirOwnShadow: 'Their own shadow',
  drawnShadow: 'A drawn shadow',
  shouldDirtBeCleaned: 'Should dirt be cleaned?',
  leaveIt: 'Leave it',
  gently: 'Gently',
  firmly: 'Firmly',
  whichWhiteIsRight: 'Which white is right?',
  backdropAsNeutralGrey: 'Backdrop as neutral grey',
  asPhotographed: 'As photographed',
  howBright: 'How bright?',
  lighter: 'Lighter',
  automaticPerShot: 'Automatic, per shot',
  whichShape: 'Which shape?',
  howLarge: 'How large?',
  lotsOfRoom: 'Lots of room',
  someRoom: 'Some room',
  edgeToEdge: 'Edge to edge',
  whereDoTheyStand: 'Where do they stand?',
  inMiddle: 'In the middle',
  onBaseLine: 'On a base line',
  howSharp: 'How sharp?',
  asItIs: 'As it is',
  little: 'A little',
  lot: 'A lot',
}
