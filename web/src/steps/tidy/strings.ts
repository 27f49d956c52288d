/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // TidyDesk
  byHand: 'By hand',
  smoothedSurfaceHasTextureCheck:
    'A smoothed surface has texture: check that it still looks right.',
  found: 'Found',
  notSearchedForChooseBeside: 'Not searched for. Choose under Dirt how to clean it.',
  rejected: (refused: string | number): string => `, ${refused} rejected`,
  searching: 'Searching …',
  visibleAt: 'Visible at',
  visible: 'visible',
  markDirt: 'Mark dirt',
  showStrokes: 'Show strokes',
  view: 'View',
  lighterAreasAreSweptMore: 'Lighter areas are swept more.',
  strain: 'Strain',
  light: 'Light',
  grainIsFinerThan: 'Grain is finer than',
  strength: 'Strength',
  rectangle: 'Rectangle',
  freehand: 'Freehand',
  chooseArea: 'Choose an area',
  paintOut: 'Paint out',
  paintIn: 'Paint in',
  drawItAs: 'Draw it as',
  placedAreas: 'Placed areas',
  area: (value: string | number): string => `Area ${value}`,
  thisArea: 'This area',
  theArea: 'The area',
  turned: 'turned',
  turnOfArea: 'Turn of the area',
  areaTurned: (turnDeg: string | number): string => `Area turned ${turnDeg}°`,
  size: 'size',
  sizeOfArea: 'Size of the area',
  areaAt: (pct: string | number): string => `Area at ${pct} %`,
  mirrored: 'Mirrored',
  areaMirrored: 'Area mirrored',
  areaAsItWas: 'Area as it was',
  matchesTone: 'Matches the tone',
  toneMatched: 'Tone matched',
  toneAsItWas: 'Tone as it was',

  // MarksFound
  marks: 'Marks',
  mark: (number: number): string => `Mark ${number}`,
  mayBePrintClickToClean: 'May be print, so it stays. Click to clean it.',
  cleanedClickToKeep: 'Cleaned. Click to keep it.',
  keptClickToUndo: 'Kept. Click to undo that.',
  asked: (count: number): string => `${count} may be print and ${count === 1 ? 'stays' : 'stay'}:`,
  cleanAsked: 'Clean',
  keepAsked: 'Keep',
  more: (count: number): string => `and ${count} more`,

  // TidyStage
  areaPainted: (says: string | number): string => `Area painted ${says}`,
  tidied: 'Tidied',

  // TidyTile
  specks: (fileName: string | number, count: string | number): string =>
    `${fileName}: ${count} specks`,

  // lens
  tidy: 'Tidy',
  couldntBeSearchedForDirt: (name: string | number): string =>
    `${name} couldn’t be searched for dirt.`,
  toSearch: 'to search',
  searchRest: 'Search the rest',

  // markDecisions
  rejectionUndone: 'Rejection undone',
  rejectedAsDirt: 'Rejected as dirt',
  acceptedAsDirt: 'Accepted as dirt',
  markIsUnchanged: 'The mark is unchanged',

  // tidyTools
  move: 'Move',
  dragPicture: 'Drag the picture.',
  reject: 'Reject',
  clickMarkThatIsntDirt:
    'Click a mark that isn’t dirt, or one that may be print and is dirt. Click again to undo.',
  mend: 'Mend',
  paintOverFlawToRebuild: 'Paint over a flaw to rebuild it from its surroundings.',
  clone: 'Clone',
  drawAroundCleanAreaThen: 'Draw around a clean area, then click where its centre should go.',
  smooth: 'Smooth',
  evensOutBlotchesAndFine:
    'Evens out blotches and fine dirt on smooth surfaces; edges and highlights stay.',
  tone: 'Tone',
  smoothsToneGrainStays: 'Smooths tone; grain stays.',
  grain: 'Grain',
  copiesGrainFromNearbyTone: 'Copies grain from nearby; tone stays.',
  sweep: 'Sweep',
  cleansBackdropInBroadStrokes:
    'Cleans the backdrop in broad strokes; gradual changes of tone and grain stay.',
  blur: 'Blur',
  blursBeyondRecognition: 'Blurs beyond recognition.',
  whereSwept: 'Where swept',
  little: 'a little',
}
