import { Text } from '@chakra-ui/react'
import type { MarkRule } from '@cloudbank/core/steps'
import { ChoiceField, SwitchField, TextField } from './fields'
import { strings } from './strings'

interface Props {
  readonly rule: MarkRule
  readonly placements: readonly { readonly id: string; readonly name: string }[]
  readonly set: (change: Partial<MarkRule>) => void
}

const listOf = (text: string): string[] =>
  text
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '')

/** Which pictures get a mark. */
export function MarkRulePart({ rule, placements, set }: Props) {
  const list = (field: 'types' | 'brands' | 'tags', word: string) => (
    <TextField
      word={word}
      placeholder={strings.any}
      value={rule[field].join(', ')}
      commit={(text) => set({ [field]: listOf(text) })}
    />
  )
  const day = (field: 'from' | 'until', word: string) => (
    <TextField
      word={word}
      type="date"
      value={rule[field] ?? ''}
      commit={(text) => set({ [field]: text === '' ? null : text })}
    />
  )
  return (
    <>
      <ChoiceField
        word={strings.covers}
        value={rule.cover}
        options={[
          { value: 'any', words: strings.anyPicture },
          { value: 'cover', words: strings.onlyCovers },
          { value: 'others', words: strings.onlyOthers },
        ]}
        commit={(cover) => set({ cover })}
      />
      <ChoiceField
        word={strings.placements}
        value={rule.placements[0] ?? ''}
        options={[
          { value: '', words: strings.everyPlacement },
          ...outletsOf(placements),
          ...placements.map(({ id, name }) => ({ value: id, words: name })),
        ]}
        commit={(id) => set({ placements: id === '' ? [] : [id] })}
      />
      <SwitchField
        word={strings.reduced}
        value={rule.reduced}
        commit={(reduced) => set({ reduced })}
      />
      {list('types', strings.types)}
      {list('brands', strings.brands)}
      {list('tags', strings.tags)}
      <Text fontSize="11px" color="softInk">
        {strings.commaSeparated}
      </Text>
      {day('from', strings.from)}
      {day('until', strings.until)}
    </>
  )
}

/** The outlets of placements that several of them are of, by the part of their ids before the dot. */
function outletsOf(placements: Props['placements']): { value: string; words: string }[] {
  const counts = new Map<string, { readonly words: string; readonly count: number }>()
  for (const { id, name } of placements) {
    const [outlet = '', rest] = id.split('.')
    if (rest === undefined) continue
    const words = name.split(',')[0] ?? name
    counts.set(outlet, { words, count: (counts.get(outlet)?.count ?? 0) + 1 })
  }
  return [...counts]
    .filter(([, { count }]) => count > 1)
    .map(([value, { words }]) => ({ value, words }))
}
