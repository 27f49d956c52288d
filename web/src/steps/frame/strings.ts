/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // FrameStage
  move: 'Move',
  line: 'Line',
  corners: 'Corners',
  drawAlongSomethingThatShould: 'Draw along something that should be level or upright',
  dragThemOntoCornersOf: 'Drag them onto the corners of something rectangular',
  leftUncutThereIsNo: 'Left uncut: there is no product to move',
  makeItRectangle: 'Make it a rectangle',
  resetCorners: 'Reset corners',
  cornersAsPhotographed: 'Corners as photographed',
  asPhotographed: 'as photographed',
  ratio: (width: string | number, height: string | number): string => `Ratio ${width}:${height}`,
  ratioLabel: 'Ratio',
  widthOfRatio: 'Width of the ratio',
  heightOfRatio: 'Height of the ratio',

  byHand: 'By hand',

  // InItsRow
  inItsRow: 'In its row',
  fill: 'Fill',
  base: 'Base',
  centre: 'Centre',
  match: 'Match',
  even: 'even',
  matchedToRow: (label: string): string => `${label} matched to the row`,

  // PlacementChoice
  framedFor: 'Framed for',
  allPlacements: 'all placements',
  alone: (name: string | number): string => `${name} alone`,
  asForAll: 'As for all',
  framedAsForAllPlacements: 'Framed as for all placements',

  // cornerTool
  fourCornersMadeRectangle: 'Four corners made a rectangle',

  // lineTool
  rotatedBy: (signed: string | number): string => `Rotated by ${signed}°`,

  // useMoveTool
  movedAcrossDown: (signed: string | number, signed2: string | number): string =>
    `Moved ${signed} % across, ${signed2} % down`,
  size: (sizePct: string | number): string => `Size ${sizePct} %`,
}
