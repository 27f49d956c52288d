import type { KeyName } from '../keys/keys'

// What the trade calls things that have another name here: what is found by these says its own name.

/** By step and field. */
export const SETTING_WORDS: Readonly<Record<string, string>> = {
  'light/neutral': 'white balance grey card colour temperature',
  'light/warmth': 'white balance colour temperature kelvin',
  'light/tint': 'white balance green magenta',
  'light/exposureEv': 'brightness',
  'light/curve': 'levels gamma tone curve',
  'light/look': 'preset filter lut grade',
  'light/even': 'match normalise consistency',
  'light/flattenPct': 'vignette falloff background',
  'tidy/specks': 'dust scratches spots retouch clean heal',
  'tidy/sweepPct': 'background clean',
  'cut/method': 'background removal remove isolate knock out mask clipping',
  'ground/behind': 'background backdrop colour white',
  'ground/shadow': 'drop shadow',
  'frame/ratio': 'crop aspect square',
  'frame/reach': 'crop pad canvas',
  'frame/fillPct': 'crop margin padding size',
  'frame/enlarge': 'upscale resize enlarge',
  'frame/enlargeBy': 'upscale super resolution',
  'frame/turnDeg': 'rotate level',
  'frame/straighten': 'rotate level deskew',
  'frame/corners': 'perspective keystone',
  'finish/placements':
    'export resize compress size weight quality jpeg webp avif png format sharpen',
  'finish/fileNames': 'rename file name',
  'finish/altTexts': 'alt text description accessibility seo',
  'finish/creator': 'credit metadata photographer',
  'finish/rights': 'copyright metadata licence',
}

export const COMMAND_WORDS: Readonly<Partial<Record<KeyName, string>>> = {
  make: 'export render process batch',
  workers: 'server queue farm throughput jobs',
  deliver: 'export download zip save publish',
  brief: 'settings preset recipe background resize compress rename',
  lightings: 'white balance grey card',
  carry: 'sync paste apply copy',
  touchUp: 'edit retouch',
  wipe: 'before after compare',
  beside: 'before after compare',
  original: 'before compare',
  actual: 'zoom 100 %',
  review: 'approve reject rate check',
  pass: 'approve accept',
  return: 'reject',
  undo: 'revert back',
  clipping: 'highlights shadows warning',
  keep: 'mask foreground',
  drop: 'mask background',
  path: 'pen clipping path mask',
  mend: 'heal spot',
  borrow: 'clone stamp patch',
  edge: 'feather refine mask',
}
