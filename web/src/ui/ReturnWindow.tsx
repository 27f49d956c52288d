import { Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Action } from './Action'
import { Window } from './Window'
import { strings } from './strings'

/** Asks why a shot goes back. */
export function ReturnWindow(props: {
  open: boolean
  onClose: () => void
  onReturn: (reason: string) => void
}) {
  const [reason, setReason] = useState('')
  const ready = reason.trim() !== ''
  const give = (): void => {
    if (!ready) return
    props.onReturn(reason.trim())
    setReason('')
    props.onClose()
  }
  return (
    <Window title={strings.returnThisShot} open={props.open} onClose={props.onClose} size="sm">
      <Text marginBottom="8px">{strings.whatNeedsToBeDone}</Text>
      <Input
        aria-label={strings.reason}
        autoFocus
        size="sm"
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        onKeyDown={(event) => event.key === 'Enter' && give()}
      />
      <Flex justify="flex-end" gap="8px" marginTop="14px">
        <Action onClick={props.onClose}>{strings.cancel}</Action>
        <Action look="main" disabled={!ready} onClick={give}>
          {strings.return}
        </Action>
      </Flex>
    </Window>
  )
}
