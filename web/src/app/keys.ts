/** Every key of the app, in one place. The words are what help and the palette show. */
export const KEYS = {
  palette: { key: 'k', words: 'Find or do' },
  help: { key: 'shift+?', words: 'Keys', shown: '?' },
  sky: { key: 'y', words: 'Change the sky' },
  sheet: { key: 's', words: 'Go to the sheet' },
  lightings: { key: 'l', words: 'Go to the lightings' },
  products: { key: 'r', words: 'Go to the products' },
  brief: { key: 'b', words: 'Open the brief' },
  deliver: { key: 'd', words: 'Go to Deliver' },
  home: { key: 'h', words: 'Go home' },
  make: { key: 'm', words: 'Make the renditions' },
  pause: { key: 'p', words: 'Pause or resume the run' },
  undo: { key: 'u', words: 'Undo' },
  redo: { key: 'shift+u', words: 'Redo', shown: 'Shift U' },
  selectAll: { key: 'a', words: 'Select all shots' },
  clear: { key: 'escape', words: 'Clear the selection', shown: 'Esc' },
  toggle: { key: 'space', words: 'Select or deselect the shot in focus', shown: 'Space' },
  open: { key: 'enter', words: 'Open the shot in focus', shown: 'Enter' },
  remove: { key: 'delete', words: 'Remove the selected shots', shown: 'Del' },
  lensPhoto: { key: '1', words: 'Photo lens' },
  lensLight: { key: '2', words: 'Light lens' },
  lensFrame: { key: '3', words: 'Frame lens' },
  larger: { key: '.', words: 'Larger tiles, or zoom in', shown: '.' },
  smaller: { key: ',', words: 'Smaller tiles, or zoom out', shown: ',' },
  original: { key: 'o', words: 'Hold for the original' },
  next: { key: 'right', words: 'Next shot', shown: '→' },
  previous: { key: 'left', words: 'Previous shot', shown: '←' },
  fit: { key: 'f', words: 'Fit the picture' },
  actual: { key: 'n', words: 'One picture pixel for one screen pixel' },
  wipe: { key: 'w', words: 'Wipe between original and result' },
  beside: { key: 'g', words: 'Original and result side by side' },
  clipping: { key: 'c', words: 'Show what is clipped' },
  strain: { key: 'x', words: 'Strain view: exaggerate tones' },
  nextStage: { key: ']', words: 'Next stage' },
  previousStage: { key: '[', words: 'Previous stage' },
  pass: { key: 'v', words: 'Pass the shot' },
  return: { key: 'j', words: 'Return the shot, with a reason' },
  carry: { key: 't', words: 'Carry this shot’s settings to others' },
  single: { key: 'r', words: 'Result alone' },
  hand: { key: '0', words: 'Cut: move the picture' },
  keep: { key: '4', words: 'Cut: keep what is stroked' },
  drop: { key: '5', words: 'Cut: drop what is stroked' },
  paint: { key: '6', words: 'Cut: paint product' },
  erase: { key: '7', words: 'Cut: erase product' },
  flip: { key: '8', words: 'Cut: turn a piece or a gap round' },
  box: { key: '9', words: 'Cut: a box round what is meant' },
  edge: { key: 'e', words: 'Cut: work on a stretch of the edge' },
  path: { key: 'i', words: 'Cut: outline by hand' },
  finer: { key: ';', words: 'Cut: smaller brush' },
  broader: { key: "'", words: 'Cut: larger brush' },
  look: { key: 'z', words: 'Cut: see it on the next ground' },
  doubt: { key: 'q', words: 'Cut: next unsure stretch, 1:1' },
  pan: { key: 'space', words: 'Hold to move the picture', shown: 'Space' },
  lensCut: { key: '4', words: 'Cut lens' },
  lensRules: { key: '5', words: 'Rules lens' },
  reviewPass: { key: 'space', words: 'Review: pass the shot', shown: 'Space' },
  reason1: { key: '1', words: 'Review: return for its edge' },
  reason2: { key: '2', words: 'Review: return for its colour' },
  reason3: { key: '3', words: 'Review: return for dirt' },
  reason4: { key: '4', words: 'Review: return for its frame' },
  reason5: { key: '5', words: 'Review: return as the wrong picture' },
  inWords: { key: '6', words: 'Review: return, the reason in words' },
  touchUp: { key: 'enter', words: 'Review: touch the shot up', shown: 'Enter' },
  newShoot: { key: 'n', words: 'New shoot: name, due date, brief' },
  shoot: { key: 'i', words: 'Name, due date and brief of the shoot' },
  review: { key: 'e', words: 'Review the shots, worst first' },
} as const satisfies Record<string, { key: string; words: string; shown?: string }>

export type KeyName = keyof typeof KEYS

/** The key as it is written on keyboards. */
export function keyLabel(name: KeyName): string {
  const entry: { key: string; shown?: string } = KEYS[name]
  return entry.shown ?? entry.key.toUpperCase()
}

/**
 * How keys are matched: by what they write, so that they work on every keyboard layout; the space bar
 * writes nothing that could be named. A comma is a key here, not a separator.
 */
export const keyMatching = (name: KeyName) => ({
  useKey: name !== 'toggle' && name !== 'pan' && name !== 'reviewPass',
  delimiter: '|',
})
