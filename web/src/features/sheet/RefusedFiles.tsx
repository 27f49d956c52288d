import { Box, Flex, Text } from '@chakra-ui/react'
import { memo } from 'react'
import { countOf } from '@cloudbank/core/words'
import { database, type Refusal, type ShootId } from '../../data'
import { attempt, useNotices } from '../../notices'
import { Action, Attention } from '../../ui'
import { removeHeld, tryHeldAgain, useHeldBack } from '../../work/intake'
import { strings } from './strings'

interface Named {
  readonly id: string
  readonly fileName: string
  readonly reason: string
}

/** All files that are not in, each by name and reason: refused, on hold, or here already. */
export function RefusedFiles({
  refusals,
  shootId,
}: {
  refusals: readonly Refusal[]
  shootId: ShootId
}) {
  const held = useHeldBack(shootId)
  const of = (kind: Refusal['kind']): Named[] =>
    refusals
      .filter((refusal) => refusal.kind === kind)
      .map(({ id, fileName, reason }) => ({ id: String(id), fileName, reason }))
  const refused = of('refused')
  const known = of('known')
  return (
    <>
      {held.length > 0 && (
        <Listed
          title={strings.onHold(held.length)}
          needs
          files={held.map(({ id, fileName, heldFor }) => ({
            id: String(id),
            fileName,
            reason: heldFor,
          }))}
        >
          <Action look="quiet" paddingX="0" onClick={() => attempt(tryHeldAgain(shootId))}>
            {strings.tryAgain}
          </Action>
          <Action look="quiet" paddingX="0" onClick={() => attempt(removeHeld(shootId))}>
            {strings.remove}
          </Action>
        </Listed>
      )}
      {refused.length > 0 && (
        <Box data-testid="refusals">
          <Listed title={strings.notImported(refused.length)} needs files={refused}>
            <Clear files={refused} />
          </Listed>
        </Box>
      )}
      {known.length > 0 && (
        <Box data-testid="known-files">
          <Listed title={strings.alreadyHere(known.length)} needs={false} files={known}>
            <Clear files={known} />
          </Listed>
        </Box>
      )}
    </>
  )
}

function Listed(props: {
  title: string
  needs: boolean
  files: readonly Named[]
  children: React.ReactNode
}) {
  const { title, needs, files, children } = props
  const copy = (): void =>
    attempt(
      navigator.clipboard
        .writeText(files.map(({ fileName, reason }) => `${fileName}: ${reason}`).join('\n'))
        .then(() => useNotices.getState().say(`${countOf(files.length, 'line')} copied.`)),
      strings.listCouldntBeCopied,
    )
  return (
    <Box paddingX="16px" marginTop="16px">
      <Flex align="center" gap="8px" marginBottom="4px">
        {needs && <Attention />}
        <Text fontWeight="650">{title}</Text>
      </Flex>
      <Box maxHeight="260px" overflowY="auto">
        {files.map(({ id, fileName, reason }) => (
          <Line key={id} fileName={fileName} reason={reason} />
        ))}
      </Box>
      <Flex gap="12px">
        <Action look="quiet" paddingX="0" onClick={copy}>
          {strings.copy}
        </Action>
        {children}
      </Flex>
    </Box>
  )
}

/** Drawn once: hundreds of them stand in the list while the next ones come. */
const Line = memo(function Line({ fileName, reason }: Omit<Named, 'id'>) {
  return (
    <Text fontSize="12px" marginBottom="6px" overflowWrap="anywhere">
      <Text as="span" fontFamily="mono">
        {fileName}
      </Text>
      : {reason}
    </Text>
  )
})

function Clear({ files }: { files: readonly Named[] }) {
  const clear = (): void => attempt(database.refusals.bulkDelete(files.map(({ id }) => Number(id))))
  return (
    <Action look="quiet" paddingX="0" onClick={clear}>
      {strings.clearThisList}
    </Action>
  )
}
