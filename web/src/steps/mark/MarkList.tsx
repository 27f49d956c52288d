import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { Action } from '../../ui'
import { ToolButton } from '../../stage/desk'
import { MARK_KINDS } from './newMark'
import { strings } from './strings'
import type { ListedMark } from './useMarks'
import type { MarkKind } from '@cloudbank/core/steps'

interface ListProps {
  readonly listed: readonly ListedMark[]
  readonly selected: readonly string[]
  readonly select: (ids: readonly string[]) => void
  readonly add: (kind: MarkKind) => void
  readonly duplicate: (id: string) => void
  readonly leaveOut: (id: string) => void
  /** Null where nothing is left out but deleted. */
  readonly putBack: ((id: string) => void) | null
  readonly move: (id: string, by: -1 | 1) => void
}

/** The marks in the order in which they are drawn, and what can be added. */
export function MarkList(props: ListProps) {
  const { listed, add } = props
  return (
    <>
      <Grid gap="4px" gridTemplateColumns="1fr 1fr 1fr" marginBottom="8px">
        {MARK_KINDS.map(({ kind, word }) => (
          <ToolButton key={kind} type="button" onClick={() => add(kind)}>
            {word}
          </ToolButton>
        ))}
      </Grid>
      {listed.length === 0 && (
        <Text fontSize="12px" color="softInk">
          {strings.none}
        </Text>
      )}
      <ol style={{ listStyle: 'none' }} aria-label={strings.marks}>
        {listed.map((one) => (
          <MarkRow key={one.mark.id} {...props} one={one} />
        ))}
      </ol>
    </>
  )
}

const STANDING: Readonly<Record<ListedMark['standing'], string | null>> = {
  drawn: null,
  'left-out': strings.hereLeftOut,
  'not-here': strings.notHere,
}

function MarkRow(props: ListProps & { readonly one: ListedMark }) {
  const { one, selected, select, duplicate, leaveOut, putBack, move } = props
  const { mark, name, from, standing } = one
  const isSelected = selected.includes(mark.id)
  const isOut = standing === 'left-out' && putBack
  return (
    <li>
      <Flex
        align="center"
        gap="2px"
        fontSize="12px"
        minHeight="28px"
        borderRadius="2px"
        background={isSelected ? 'mat' : undefined}
      >
        <Box
          asChild
          flex="1"
          minWidth="0"
          textAlign="left"
          cursor="pointer"
          paddingX="4px"
          color={standing === 'drawn' ? 'ink' : 'softInk'}
        >
          <button
            type="button"
            aria-pressed={isSelected}
            onClick={(event) =>
              select(event.shiftKey ? [...new Set([...selected, mark.id])] : [mark.id])
            }
          >
            <Text truncate fontWeight={isSelected ? 600 : 400}>
              {name}
            </Text>
            <Text color="softInk" fontSize="11px" lineHeight="13px">
              {[from === 'brief' ? strings.ofBrief : strings.ofShot, STANDING[standing]]
                .filter((word) => word !== null)
                .join(', ')}
            </Text>
          </button>
        </Box>
        {isOut ? (
          <Action look="quiet" aria-label={strings.putBack(name)} onClick={() => putBack(mark.id)}>
            {strings.back}
          </Action>
        ) : (
          <>
            <Small label={strings.up(name)} onClick={() => move(mark.id, -1)}>
              ↑
            </Small>
            <Small label={strings.down(name)} onClick={() => move(mark.id, 1)}>
              ↓
            </Small>
            <Small label={strings.duplicate(name)} onClick={() => duplicate(mark.id)}>
              +
            </Small>
            <Small
              label={putBack ? strings.leaveOut(name) : strings.remove(name)}
              onClick={() => leaveOut(mark.id)}
            >
              ×
            </Small>
          </>
        )}
      </Flex>
    </li>
  )
}

interface SmallProps {
  readonly label: string
  readonly onClick: () => void
  readonly children: string
}

const Small = ({ label, onClick, children }: SmallProps) => (
  <Action
    look="quiet"
    minWidth="24px"
    paddingX="2px"
    aria-label={label}
    title={label}
    onClick={onClick}
  >
    {children}
  </Action>
)
