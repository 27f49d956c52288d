import { type Filter, filterWords, NO_FILTER } from '@cloudbank/core/shoot'
import { Flex, Text } from '@chakra-ui/react'
import { formatCount } from '@cloudbank/core/words'
import type { ShootView } from '../../../data'
import { Action } from '../../../ui'
import './filter.css'
import { strings } from '../strings'

interface Props {
  readonly view: ShootView
  readonly filter: Filter
  /** Shots that are left. */
  readonly left: number
  readonly onChange: (filter: Filter) => void
}

/** The filter as words that can be taken off, and how many shots it leaves; nothing without one. */
export function FilterWords({ view, filter, left, onChange }: Props) {
  const words = filterWords(filter, view)
  if (words.length === 0) return null
  return (
    <Flex align="center" gap="6px" wrap="wrap" paddingX="16px" paddingBottom="6px" flex="none">
      {words.map(({ words: word, without }) => (
        <span key={word} className="filter-word">
          <span title={word}>{word}</span>
          <button
            type="button"
            aria-label={strings.removeFilter(word)}
            onClick={() => onChange(without)}
          >
            ×
          </button>
        </span>
      ))}
      <Text color="softInk" role="status">
        {strings.countOfTotal(formatCount(left), view.shots.length)}
      </Text>
      {words.length > 1 && (
        <Action look="quiet" onClick={() => onChange(NO_FILTER)}>
          {strings.clearAll}
        </Action>
      )}
    </Flex>
  )
}
