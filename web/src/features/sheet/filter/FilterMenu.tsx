import {
  type Field,
  FIELDS,
  type Filter,
  isFiltering,
  NO_FILTER,
  toggled,
} from '@cloudbank/core/shoot'
import { choicesOf, matching } from '../../../work/model'
import { Box, Flex, Input, Popover, Portal, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { formatCount } from '@cloudbank/core/words'
import type { ShootView } from '../../../data'
import { Action } from '../../../ui'
import { Thumb } from '../../../preview'
import { NO_SAVED, useSavedFilters } from './savedFilters'
import './filter.css'
import { strings } from '../strings'

interface Props {
  readonly view: ShootView
  readonly filter: Filter
  readonly onChange: (filter: Filter) => void
}

/** Pictures of what would be left that are shown. */
const SHOWN = 9

/** Everything that shots can be sorted out by, with live counts and pictures of what would be left. */
export function FilterMenu(props: Props) {
  const [open, setOpen] = useState(false)
  return (
    <Popover.Root
      open={open}
      onOpenChange={(change) => setOpen(change.open)}
      positioning={{ placement: 'bottom-start' }}
      lazyMount
      unmountOnExit
    >
      <Popover.Trigger asChild>
        <Action look="quiet">{strings.filter}</Action>
      </Popover.Trigger>
      <Portal>
        <Popover.Positioner>
          <Popover.Content
            width="min(720px, 92vw)"
            borderWidth="1px"
            borderColor="ink"
            aria-label={strings.filterLabel}
          >
            <Popover.Body padding="14px 16px">
              <Fields {...props} />
            </Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  )
}

function Fields({ view, filter, onChange }: Props) {
  /** The filter as it would be with the value that is pointed at. */
  const [tried, setTried] = useState<Filter | null>(null)
  const shown = tried ?? filter
  const left = useMemo(() => matching(view.shots, view, shown), [view, shown])
  const fields = useMemo(
    () =>
      (Object.keys(FIELDS) as Field[]) // its own keys
        .map((field) => ({ field, choices: choicesOf(field, view, filter) }))
        .filter(({ field, choices }) => choices.length > 1 || filter[field].length > 0),
    [view, filter],
  )
  return (
    <>
      <Saved view={view} filter={filter} onChange={onChange} />
      <div className="filter-fields">
        {fields.map(({ field, choices }) => (
          <fieldset key={field}>
            <legend>{FIELDS[field]}</legend>
            {choices.map(({ value, words, count }) => {
              const next = toggled(filter, field, value)
              const isOn = filter[field].includes(value)
              return (
                <button
                  key={value}
                  type="button"
                  aria-pressed={isOn}
                  data-none={count === 0 || undefined}
                  title={words}
                  onClick={() => onChange(next)}
                  onPointerEnter={() => setTried(next)}
                  onPointerLeave={() => setTried(null)}
                  onFocus={() => setTried(next)}
                  onBlur={() => setTried(null)}
                >
                  <span>{words}</span>
                  <span>{formatCount(count)}</span>
                </button>
              )
            })}
          </fieldset>
        ))}
      </div>
      <Flex align="center" gap="6px" marginTop="10px" minHeight="44px" role="status">
        <Text minWidth="104px" fontWeight="650">
          {strings.countOfTotal(formatCount(left.length), view.shots.length)}
        </Text>
        {left.slice(0, SHOWN).map((shot) => (
          <Thumb key={shot.id} shot={shot} view={view} px={40} />
        ))}
        {left.length > SHOWN && <Text color="softInk">…</Text>}
      </Flex>
    </>
  )
}

/** Filters with names: to choose, to save, to forget. */
function Saved({ view, filter, onChange }: Props) {
  const { save, forget } = useSavedFilters()
  const saved = useSavedFilters(({ byShoot }) => byShoot[view.shoot.id] ?? NO_SAVED)
  const [name, setName] = useState('')
  const isNamed = name.trim() !== ''
  const keep = (): void => {
    if (!isNamed) return
    save(view.shoot.id, name.trim(), filter)
    setName('')
  }
  return (
    <Flex align="center" gap="6px" wrap="wrap" marginBottom="8px">
      {saved.map((each) => (
        <span key={each.name} className="filter-word">
          <button type="button" onClick={() => onChange(each.filter)}>
            {each.name}
          </button>
          <button
            type="button"
            aria-label={strings.deleteFilter(each.name)}
            onClick={() => forget(view.shoot.id, each.name)}
          >
            ×
          </button>
        </span>
      ))}
      <Box flex="1" />
      {isFiltering(filter) && (
        <>
          <Input
            size="xs"
            width="150px"
            placeholder={strings.nameForThisFilter}
            aria-label={strings.nameForThisFilter}
            value={name}
            onChange={(event) => setName(event.target.value)}
            onKeyDown={(event) => event.key === 'Enter' && keep()}
          />
          <Action look="quiet" disabled={!isNamed} onClick={keep}>
            {strings.save}
          </Action>
          <Action look="quiet" onClick={() => onChange(NO_FILTER)}>
            {strings.clearAll}
          </Action>
        </>
      )}
    </Flex>
  )
}
