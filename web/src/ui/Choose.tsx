import { NativeSelect } from '@chakra-ui/react'

/** A list to choose one thing from, which is then done. */
export function Choose<Id extends string>(props: {
  readonly words: string
  readonly width?: string
  readonly options: readonly { readonly id: Id; readonly words: string }[]
  readonly onChoose: (id: Id) => void
}) {
  return (
    <NativeSelect.Root size="xs" width={props.width ?? '170px'} variant="plain">
      <NativeSelect.Field
        aria-label={props.words}
        value=""
        fontSize="13px"
        onChange={(event) => props.onChoose(event.target.value as Id)} // the options are the ids
      >
        <option value="" disabled>
          {props.words} …
        </option>
        {props.options.map(({ id, words }) => (
          <option key={id} value={id}>
            {words}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  )
}
