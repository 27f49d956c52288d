import { chakra, Text } from '@chakra-ui/react'
import { memo } from 'react'
import { formatCount } from '@cloudbank/core/words'
import { Attention } from '../../ui'

const LineButton = chakra('button', {
  base: {
    display: 'flex',
    alignItems: 'center',
    gap: '8px',
    width: '100%',
    paddingX: '16px',
    paddingY: '4px',
    textAlign: 'left',
    cursor: 'pointer',
    '&:hover:not([aria-pressed=true])': { background: 'mat' },
    '&[aria-pressed=true]': { background: 'ink', color: 'paper' },
  },
})

/** One kind of finding: its name and its count; pressed while exactly its shots are selected. */
export function FindingLine(props: {
  title: string
  hint: string
  count: number
  needs: boolean
  shown: boolean
  onClick: () => void
}) {
  const { title, hint, count, needs, shown, onClick } = props
  return (
    <LineButton type="button" title={hint} aria-pressed={shown} onClick={onClick}>
      <LineWords title={title} count={count} needs={needs} />
    </LineButton>
  )
}

/** What a line says stays, whatever else of the shoot changes. */
const LineWords = memo(function LineWords(props: { title: string; count: number; needs: boolean }) {
  return (
    <>
      {props.needs && <Attention />}
      <Text flex="1">{props.title}</Text>
      <Text fontFamily="mono" fontWeight="600" fontSize="12px">
        {formatCount(props.count)}
      </Text>
    </>
  )
})
