import { chakra } from '@chakra-ui/react'

/** A blank in a sentence: underlined, dotted where nothing is said. */
export const BlankBox = chakra('span', {
  base: {
    display: 'inline-flex',
    alignItems: 'baseline',
    paddingX: '5px',
    lineHeight: '26px',
    fontWeight: 600,
    background: 'paper',
    borderBottomWidth: '2px',
    borderColor: 'ink',
    '&[data-empty=true]': {
      fontWeight: 400,
      color: 'softInk',
      borderBottomStyle: 'dotted',
      borderColor: 'edge',
    },
    '&:focus-within': { outline: '2px solid', outlineColor: 'ink', outlineOffset: '1px' },
  },
})

/** What is typed into a blank; as wide as it. */
export const BlankInput = chakra('input', {
  base: {
    fieldSizing: 'content',
    minWidth: '1ch',
    background: 'transparent',
    outline: 'none',
    _placeholder: { color: 'softInk', opacity: 1 },
  },
})

/** A choice as a blank in a sentence. */
export function BlankChoice<T extends string>(props: {
  readonly label: string
  readonly value: T
  readonly options: readonly { readonly value: T; readonly words: string }[]
  /** Whether what is chosen asks nothing. */
  readonly isEmpty?: boolean
  readonly commit: (value: T) => void
}) {
  const { label, value, options, isEmpty = false, commit } = props
  return (
    <BlankBox data-empty={isEmpty}>
      <BlankSelect
        aria-label={label}
        value={value}
        onChange={({ target }) => {
          const chosen = options.find((option) => option.value === target.value)
          if (chosen) commit(chosen.value)
        }}
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.words}
          </option>
        ))}
      </BlankSelect>
    </BlankBox>
  )
}

const BlankSelect = chakra('select', {
  base: {
    fieldSizing: 'content',
    background: 'transparent',
    appearance: 'none',
    outline: 'none',
    cursor: 'pointer',
    '& option': { background: 'paper', color: 'ink' },
  },
})
