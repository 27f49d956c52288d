import { countOf } from '@cloudbank/core/words'

/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // OutletForm
  placements: 'Placements',
  overridesFor: (name: string | number): string => `Overrides for ${name}`,
  anythingLeftEmptyIsAs: 'Anything left empty is as in the brief.',
  rules: 'Rules',
  namesAndDescriptions: 'Names and descriptions',
  fileNames: 'File names',
  replacesBriefsPattern: 'Replaces the brief’s pattern.',
  fileNamesAtOutlet: 'File names at the outlet',
  descriptions: 'Descriptions',
  descriptionsAtOutlet: 'Descriptions at the outlet',

  // PatternInput
  andEveryOtherColumn: 'and every other column.',

  // PlacementLook
  ofRatioOf: (label: string | number, name: string | number): string =>
    `${label} of the ratio of ${name}`,
  ratio: (width: string | number, height: string | number): string => `ratio ${width}:${height}`,
  ratioAsInBrief: 'ratio as in the brief',
  ratioInline: 'ratio',
  width: 'Width',
  height: 'Height',
  fill: 'fill',
  fillOf: (name: string | number): string => `Fill of ${name}`,
  asInBrief: 'as in the brief',
  backdrop: 'backdrop',
  backdropOf: (name: string | number): string => `Backdrop of ${name}`,
  backdropOfItsOwn: 'a backdrop of its own',
  backdropAsInBrief: 'backdrop as in the brief',
  asBrief: 'as the brief',
  itsOwn: 'its own',
  mayEnlarge: 'may enlarge',
  enlargingAllowed: 'enlarging allowed',
  noEnlarging: 'no enlarging',

  // PlacementRow
  longerSide: 'Longer side',
  format: 'Format',
  quality: 'Quality',
  minimumQuality: 'Minimum quality',
  limit: 'Limit',
  weighsEven: (name: string | number): string => `${name} weighs even`,
  likeness: 'Likeness',
  density: 'Density',
  remove: 'Remove',
  nameOfPlacement: 'Name of the placement',

  // PlacementTable
  placement: (value: string | number): string => `Placement ${value}`,
  placementLabel: 'Placement',
  minimum: 'Minimum',
  even: 'Even',
  placementRemoved: (name: string | number): string => `Placement ${name} removed`,
  qualityIsLoweredAsFar:
    'Quality is lowered as far as the limit requires, or as far as the file still looks the same if a likeness is set (structural similarity; 0.98 and above is indistinguishable), but never below the minimum. “Even” raises it until each file is just under the limit. A picture that is still too large is made anyway, with a finding. PNG has no quality setting.',
  addPlacement: 'Add a placement',
  placementAdded: 'Placement added',

  // RulesForm
  shorterSideMinimum: 'Shorter side, minimum',
  longerSideMaximum: 'Longer side, maximum',
  fileSizeMaximum: 'File size, maximum',
  productFillsMinimum: 'Product fills, minimum',
  productFillsMaximum: 'Product fills, maximum',
  picturesPerProductMaximum: 'Pictures per product, maximum',
  ratioLabel: 'Ratio',
  widthOfOutletsRatio: 'Width of the outlet’s ratio',
  heightOfOutletsRatio: 'Height of the outlet’s ratio',
  formats: 'Formats',
  border: 'Border',
  theBorder: 'the border',
  borderOfCovers: 'Border of covers',
  theBorderOfCovers: 'the border of covers',
  colourProfile: 'Colour profile',
  wordsInFiles: 'Words in files',
  anything: 'anything',
  nothingAtAll: 'nothing at all',
  atLeastCredit: 'at least a credit',
  whatMustBe: (label: string | number): string => `What ${label} must be`,
  colour: 'a colour',
  transparent: 'transparent',
  colourOf: (label: string | number): string => `Colour of ${label}`,
  toleranceOf: (label: string | number): string => `Tolerance of ${label}`,

  // describeRules
  coversOn: (colour: string | number): string => `covers on ${colour}`,
  coversTransparent: 'covers transparent',
  fillsAndMore: (leastFillPct: string | number): string => `fills ${leastFillPct} % and more`,
  fillsAtMost: (mostFillPct: string | number): string => `fills ${mostFillPct} % at most`,
  atMost: (mostPictures: number): string => `${countOf(mostPictures, 'picture')} at most`,
  noMetadataInFiles: 'no metadata in files',
  withCredit: 'with a credit',
}
