/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // OutletPage
  forEveryShootThatAdds:
    'For every shoot that adds it from now on; shoots that already have it keep their version.',
  itCouldntBeSaved: 'It couldn’t be saved',
  isSavedForOtherShoots: (name: string | number): string => `${name} is saved for other shoots.`,
  forOnlyChangeRemakesOnly: (name: string | number): string =>
    `For ${name} only. A change remakes only what it affects.`,
  outletCouldntBeChanged: 'The outlet couldn’t be changed',
  saveForOtherShoots: 'Save for other shoots',
  nameOfOutlet: 'Name of the outlet',

  named: (name: string): string => `named ${name}`,
  allOutlets: 'All outlets',
  backToDeliver: 'Back to Deliver',

  // OutletSample
  whatThisMeans: 'What this means for a picture',
  addShootToSee: 'Add a shoot to see one of its pictures made by these rules.',
  beingMade: 'Being made …',
  px: (side: number): string => `${side} px`,
  pixels: 'Pixels',
  weight: 'Weight',
  format: 'Format',
  border: 'Border',
  clear: 'transparent',
  fills: 'Product fills',
  notKnown: 'not known',
  allRulesKept: 'All rules are kept.',
  allRulesKeptGivenDescription: 'All rules are kept, given a description.',

  // OutletsPage
  backTo: (name: string): string => `Back to ${name}`,
  outlets: 'Outlets',
  outletsFile: 'An outlet’s file',
  newOutlet: 'New outlet',
  wherePicturesGoAndWhat:
    'Where pictures go, and what each place accepts. A shoot keeps its own copy of an outlet, which you can change for that shoot only.',
  yourOwn: 'Your own',
  open: 'open',
  duplicate: 'Duplicate',
  saveAsFile: 'Save as a file',
  delete: 'Delete',
  builtIn: 'Built in',
  duplicateToChange: 'Duplicate to change',
  acceptsEverything: 'accepts everything',
  isntValidOutlet: (fileName: string | number, names: string | number): string =>
    `${fileName} isn’t a valid outlet: ${names}.`,
  imported: (name: string | number, value: string | number): string => `${name} imported${value}.`,
  deletedShootsThatUseIt: (name: string | number): string =>
    `${name} deleted. Shoots that use it keep it.`,
  undo: 'Undo',
}
