import { countOf } from '@cloudbank/core/words'

/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // LightingCard
  gains: 'gains',
  read: ', read',
  noNeutralSet: 'No neutral set',
  greyCardWasFoundOn: (fileName: string | number): string =>
    `; a grey card was found on ${fileName}`,
  readCardFor: (count: number): string => `Read the card for ${countOf(count, 'shot')}`,
  readAgain: 'Read again',
  chooseSpot: 'Choose a spot',
  remove: 'Remove',
  evenOut: 'Even out',
  copyNeutralTo: 'Copy neutral to',
  mergeInto: 'Merge into',
  nameOfLighting: 'Name of the lighting',
  noReferenceShot: 'No reference shot',
  chooseSpotOn: (fileName: string | number): string => `Choose a spot on ${fileName}`,

  // LightingsPage
  shotsCouldntBeMoved: 'The shots couldn’t be moved',
  lightings: 'Lightings',
  selected: (count: number): string => `${countOf(count, 'shot')} selected`,
  to: (name: string | number): string => `To ${name}`,
  toNewOne: 'To a new one',
  shotsCouldntBeSplitOff: 'The shots couldn’t be split off',
  evenOutWholeShoot: 'Even out the whole shoot',
  wholeShoot: 'the whole shoot',
  noneYetTheyAppearOnce: 'None yet. They appear once the photographs have been measured.',
  inNoLighting: (count: number): string => `In no lighting: ${countOf(count, 'shot')}`,

  // NeutralPage
  neutralCouldntBeRead: 'The neutral couldn’t be read',
  neutralOf: (name: string | number): string => `Neutral of ${name}`,
  shotsFollow: (count: number): string =>
    `${countOf(count, 'shot')} ${count === 1 ? 'follows' : 'follow'}`,
  backToLightings: 'Back to the lightings',
  cantBeShown: (fileName: string | number, failure: string | number): string =>
    `${fileName} can’t be shown: ${failure}.`,
  referenceShot: 'Reference shot',
  readColouredSpot: 'Read a coloured spot?',
  noLightMakesGreyLook: (count: number): string =>
    `No light makes grey look like this. Using it as the neutral would shift all ${countOf(count, 'shot')} of the lighting.`,
  useItAnyway: 'Use it anyway',
  chooseAnother: 'Choose another',
  readGreyCardThatWas: 'Read the grey card that was found',
  removeNeutral: 'Remove the neutral',
  greyCard: 'grey card',

  // NeutralReadout
  underPointer: 'Under the pointer',
  asRead: 'As read',
  noNeutralYet: 'No neutral yet',
  px: (count: string | number): string => `${count} px`,
  lab: (value: string | number): string => `${value} Lab`,
  moveOverSomethingGreyClick: 'Move over something grey; click to use it for every shot.',
  spotOfPicture: (percent: string | number): string => `Spot ${percent} of the picture`,
  smallerSpot: 'Smaller spot',
  largerSpot: 'Larger spot',

  // ShotRow
  referenceShotLabel: ', reference shot',

  // SpotPicker
  chooseGreySpotArrowKeys: 'Choose a grey spot: arrow keys move it, Enter reads it',

  // doubts
  thisSpotLooksColouredUsing:
    'This spot looks coloured. Using it would shift every shot in the lighting.',
  partOfThisSpotIs: 'Part of this spot is clipped, so its true colour is lost.',
  thisSpotIsTooDark: 'This spot is too dark to read reliably.',
  thisSpotIsUnevenChoose: 'This spot is uneven. Choose a smaller one, or a smoother place.',
}
