/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // CurveDot
  pointOfCurve: (value: string | number): string => `Point ${value} of the curve`,

  // HowMuchColour
  colourStrength: 'Colour strength',
  pixelsByColourStrengthFrom: 'Pixels by colour strength, from grey to vivid',

  // LightPanel
  neutral: 'Neutral',
  backdrop: 'Backdrop',
  look: 'Look',
  evenedOut: 'Evened out',
  ev: 'EV',
  middleTones: (signed: string | number): string => `, middle tones ${signed}`,
  takeOff: 'Take off',
  eveningOutRemoved: 'Evening out removed',

  // LightPicture
  afterLight: 'After Light',
  afterLightFullSize: 'After Light, full size',

  // LightPlane
  light: (warmth: string | number, tint: string | number): string => `Light ${warmth}, ${tint}`,
  colourOfLight: 'Colour of the light',
  magenta: 'magenta',
  cooler: 'cooler',
  warmer: 'warmer',
  warmthAndTint: 'Warmth and tint',

  // LightStage
  clipping: 'Clipping',
  strain: 'Strain',

  // LookPicker
  lookWithName: (name: string | number): string => `Look ${name}`,
  noLook: 'No look',
  lookWithTitle: (title: string | number): string => `Look ${title}`,
  none: 'none',
  colourTable: (name: string | number): string => `${name}, a colour table`,
  strength: 'Strength',
  strengthOfLook: 'Strength of the look',
  lookAt: (strengthPct: string | number): string => `Look at ${strengthPct} %`,
  openUp: 'Open up',
  copiesLooksSettingsToSliders: 'Copies the look’s settings to the sliders',
  lookCopiedToSliders: (name: string | number): string => `Look ${name} copied to sliders`,
  importCube: 'Import .cube',
  exportCube: 'Export .cube',
  colourTableCouldntBeMade: 'The colour table couldn’t be made',
  colourTableToImport: 'Colour table to import',
  cantBeUsedAsColour: (name: string | number): string => `${name} can’t be used as a colour table`,

  // LookSetting
  howStronglyLookIsApplied: 'How strongly the look is applied.',

  // NeutralChoice
  fromBackdropIfItIs: 'from the backdrop, if it is grey',
  asPhotographed: 'as photographed',
  neutralFromLightingAndBrief: 'Neutral from the lighting and the brief',
  neutralWithValue: (value: string | number): string => `Neutral ${value}`,
  fromItsLightingAndBrief: 'from its lighting and the brief',
  byFixedGains: 'by fixed gains',
  chooseSpot: 'choose a spot',

  // NeutralSetting
  gainOf: (channel: string | number): string => `Gain of ${channel}`,
  factorInLinearLightFrom: 'A factor in linear light, from 0.25 to 4.',

  // Targets
  matchedToSiblings: 'Matched to siblings',
  match: 'Match',
  inItsRow: 'In its row',
  even: 'even',
  fine: 'fine',
  product: 'Product',
  cast: 'Cast',
  readSpot: 'Read a spot',
  clipped: 'Clipped',
  hide: 'Hide',
  show: 'Show',

  // ToneHandle
  handle: (label: string | number): string => `${label}, handle`,

  // ToneMarks
  productWithValue: (value: string | number): string => `product ${value}`,
  backdropWithValue: (value: string | number, beside: string | number): string =>
    `backdrop ${value}${beside}`,

  // TonesInstrument
  toneCurve: 'Tone curve',
  tones: 'Tones',
  afterAdjustmentsDragBarsCurve: 'drag the bars, the curve or its ends',
  blackClipped: (percent: string | number, percent2: string | number): string =>
    `${percent} black, ${percent2} clipped`,
  automaticTone: (value: string | number): string => `Automatic tone ${value}`,
  automaticToneLabel: 'Automatic tone',
  automatic: 'Automatic',
  straighten: 'Straighten',
  tonesClippedBlack: (percent: string | number, percent2: string | number): string =>
    `Tones, ${percent} clipped, ${percent2} black`,

  // useToneHand
  exposure: (signed: string | number): string => `Exposure ${signed}`,
}
