/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // CutDesk
  cut: 'The cut',
  placesLabel: 'Places to check, at 1:1',
  repair: 'Repair',
  nextPlaceToCheck: 'Next place to check',
  placeInView: (place: number, of: number, what: string): string => `${place} of ${of}: ${what}`,
  unsureEdge: 'edge unsure',
  openGapInView: 'gap, open',
  closedGap: 'gap, closed',
  openGap: 'Open this gap',
  closeGap: 'Close this gap',
  viewOn: 'View on',
  path: 'Path',
  traceFromCut: 'Trace from the cut',
  outlineCouldntBeTraced: 'The outline couldn’t be traced',
  snapToEdges: 'Snap to edges',
  movesPathToStrongestEdges: 'Moves the path to the strongest edges nearby',
  pathCouldntBeMovedTo: 'The path couldn’t be moved to the edges',
  delete: 'Delete',
  nodes: 'nodes',
  n1Outline: '1 outline',
  outlines: (count: string | number): string => `${count} outlines`,
  notCutYet: 'Not cut yet.',
  noProductFoundLeftUncut:
    'No product found, left uncut. Cut it by hand with a box, strokes or a path.',
  runsOutOfFrameLeft:
    'Runs out of the frame, left uncut. Cut it by hand with a box, strokes or a path.',
  repairedByHand: 'Repaired by hand.',
  likelyToBeRight: (percent: string | number): string => `${percent} likely to be right`,
  onePlaceToCheck: '1 place to check',
  placesToCheck: (places: number): string => `${places} places to check`,
  pathTracedFromCut: 'Path traced from the cut',
  pathSnappedToEdges: 'Path snapped to edges',
  expandOrContract: 'Expand or contract',
  soften: 'Soften',

  // CutTile
  unsure: (name: string | number, count: string | number): string => `${name}: ${count} unsure`,

  // SaveCutOut
  cutOutOfCouldntBe: (fileName: string | number): string =>
    `The cut-out of ${fileName} couldn’t be saved`,
  saveCutOut: 'Save the cut-out',
  pathSvg: 'Path, SVG',
  makingIt: 'Making it …',

  // cutTools
  move: 'Move',
  dragPicture: 'Drag the picture.',
  keep: 'Keep',
  strokeOverPartsOfProduct:
    'Click or stroke over missing parts of the product. Nearby is redone at once, the rest a moment later.',
  remove: 'Remove',
  strokeOverPartsThatArent:
    'Click or stroke over parts that aren’t product. Nearby is redone at once, the rest a moment later.',
  paint: 'Paint',
  paintsProductExactlyWhereBrush: 'Paints product exactly where the brush goes.',
  erase: 'Erase',
  removesProductExactlyWhereBrush: 'Removes product exactly where the brush goes.',
  glass: 'Glass',
  strokeOverGlassOrGauze:
    'Stroke over glass or gauze on a plain backdrop: the new ground will show through as the old one does.',
  flip: 'Flip',
  clickLoosePieceToRemove:
    'Click a loose piece to remove it, a gap to close it, or a closed gap to open it.',
  box: 'Box',
  drawBoxAroundProductEverything: 'Draw a box around the product; everything outside is removed.',
  edge: 'Edge',
  strokeAlongEdgeToMove: 'Stroke along the edge to move or soften that stretch.',
  clickForCornersDragFor:
    'Click for corners, drag for curves, click the first node to close. Drag nodes and handles to move them; click the line to add a node, Del to delete it, double-click to switch between corner and curve.',

  // lens
  cutLabel: 'Cut',
  couldntBeCut: (name: string | number): string => `${name} couldn’t be cut.`,
  toCut: 'to cut',
  cutRest: 'Cut the rest',
  byHand: 'by hand',

  // usePathEditor
  pathClosed: 'Path closed',
  nodeAdded: 'Node added',
  nodeSwitched: 'Node switched',
  nodeMoved: 'Node moved',
  handleMoved: 'Handle moved',
  nodeDeleted: 'Node deleted',
}
