/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // BriefPage
  briefOf: (name: string | number): string => `Brief of ${name}`,
  findSetting: 'Find a setting',
  runCouldntBeStarted: 'The run couldn’t be started',
  forEveryShotOf: 'For every shot of',
  changesTakeEffectWithNext:
    '. Changes take effect with the next run, which remakes only what they affect. You can also build it',
  byEye: 'by eye',
  startFrom: 'Start from',
  replacesEverySettingBelowWith:
    'Replaces every setting below with this brief’s. Undo brings yours back.',
  noMatchingSettings: 'No matching settings.',
  nameOfBrief: 'Name of the brief',

  // ByEyePage
  byEyeWithName: (name: string | number): string => `${name}, by eye`,
  everySetting: 'every setting',
  eachPictureShowsYourShot:
    'Each picture shows your shot with that answer and all your other answers. The outlined ones are in the brief; Undo takes an answer back.',
  thereAreNoShotsTo: 'There are no shots to show yet.',

  // KeepPart
  isSavedForOtherShoots: (name: string | number): string => `${name} is saved for other shoots.`,
  onlyInThisShootSave: 'Only in this shoot. Save it to use it in others.',
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

  // LivePictures
  comparedWith: (name: string | number): string => `Compared with ${name}`,
  compareWithAnotherBrief: 'Compare with another brief',
  onlyThisBrief: 'only this brief',
  settingsAreSame: 'The settings are the same.',
  andMoreWithValue: (value: string | number): string => ` and ${value} more`,
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
