/** Everything this room says, by component, to be read and translated together. */
export const strings = {
  // useBriefEditor
  briefCouldntBeChanged: 'The brief couldn’t be changed',
  briefNamed: (name: string | number): string => `Brief named ${name}`,
  brief: (name: string | number, name2: string | number): string => `Brief ${name} → ${name2}`,

  // forPlacement
  ofPlacement: (placement: string, words: string): string => `${placement}: ${words}`,

  // useDrafts
  couldntBeSaved: (words: string | number): string => `“${words}” couldn’t be saved`,
}
