/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // ShootName
  brief: (name: string | number): string => `Brief ${name}`,
  nameAndDueDate: 'Name and due date',
  shootCouldntBeChanged: 'The shoot couldn’t be changed',
  nameDueDateAndBrief: (keyLabel: string | number): string =>
    `Name, due date and brief (${keyLabel})`,
  nameDueDateAndBriefLabel: 'Name, due date and brief',

  // ShootWindow
  name: 'Name',
  due: 'Due',
  briefLabel: 'Brief',
  briefToStartFrom: 'Brief to start from',
  asItIs: (name: string | number): string => `${name}, as it is`,
  replacesEverySettingWithThat: 'Replaces every setting with that brief’s. Undo brings yours back.',
  cancel: 'Cancel',

  // UndoButtons
  undo: 'Undo',
  undoWithWords: (words: string | number): string => `Undo: ${words}`,
  redo: 'Redo',
  redoWithWords: (words: string | number): string => `Redo: ${words}`,

  // due
  dayLate: 'a day late',
  inDays: (days: string | number): string => `in ${days} days`,
  daysLate: (value: string | number): string => `${value} days late`,

  // useBriefChoices
  asIn: (name: string | number, name2: string | number): string => `${name}, as in ${name2}`,
}
