/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // BehindControl
  ground: 'Ground',
  colour: 'Colour',
  brightness: 'Brightness',

  // ColourField
  colourRrggbbSixHexDigits: 'Colour: #RRGGBB, six hex digits',
  choose: (label: string | number): string => `Choose: ${label}`,
  pickFromImage: 'Pick from image',
  noColourCouldBePicked: 'No colour could be picked from the screen',
  inThisShoot: 'In this shoot',

  // GradientPart
  shape: 'Shape',
  alongLine: 'along a line',
  fromMiddleOutwards: 'from the middle outwards',
  from: 'From',
  to: 'To',
  direction: 'Direction',

  // PicturePart
  fillsFrameCropped: 'fills the frame, cropped',
  wholeEdgesExtended: 'whole, edges extended',
  repeatedInTiles: 'repeated in tiles',
  picture: 'Picture',
  chooseOne: 'Choose one …',
  importPicture: 'Import a picture',
  howItFits: 'How it fits',
  sizeOfTile: 'Size of a tile',
  blur: 'Blur',
  pictureToImport: 'Picture to import',
  cantBeUsedAsGround: (name: string | number): string => `${name} can’t be used as a ground`,
  isMissing: (name: string | number): string => `${name} is missing`,

  // behind
  plainColour: 'a plain colour',
  twoColours: 'two colours',
  pictureInline: 'a picture',
  backdropsOwnColourCleaned: 'the backdrop’s own colour, cleaned',
  transparent: 'transparent',
  photographedBackdrop: 'the photographed backdrop',
  groundTo: (from: string | number, to: string | number): string => `Ground ${from} to ${to}`,
  groundBackdropCleanedL: (lightness: string | number): string =>
    `Ground: backdrop cleaned, L* ${lightness}`,
  groundPicture: (name: string | number): string => `Ground: the picture ${name}`,

  // SceneWindow
  makeScene: 'Make a scene',
  makeSceneLabel: 'Make a scene …',
  describeScene:
    'Say what the product stands on, what is behind it, and where the light comes from.',
  sceneDescription: 'Description of the scene',
  sceneExample: 'wet slate, drops, light from behind at dusk',
  makeFour: 'Make four',
  fourMore: 'Four more',
  sceneMaterials: 'Materials',
  sceneMaterialsHint: 'Materials: the first is the floor, a second one the wall behind it.',
  sceneUnknown: (words: string): string => `Not understood, and left out: ${words}.`,
  sceneCouldntBeMade: 'The scene couldn’t be made',
  variant: (seed: number): string => `Variant ${seed}`,
  making: (share: string): string => `Making … ${share}`,
  makingLarge: 'Making it large …',
  use: 'Use',
  throwAway: 'Throw away',
}
