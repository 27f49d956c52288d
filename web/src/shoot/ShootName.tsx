import { Text } from '@chakra-ui/react'
import { useState } from 'react'
import { keyLabel } from '../keys/keys'
import { useCommand } from '../keys/commands'
import { perform, put, putFields, type ShootView } from '../data'
import { attempt } from '../notices'
import { DueText } from './DueText'
import { ShootWindow, type ShootDetails } from './ShootWindow'
import { strings } from './strings'

/** The shoot's name and due date in the bar; a click or a key changes them, and its brief. */
export function ShootName({ view }: { view: ShootView }) {
  const [open, setOpen] = useState(false)
  const { shoot, briefRow } = view
  useCommand('shoot', () => setOpen(true))
  const keep = ({ name, dueOn, brief }: ShootDetails): void =>
    attempt(
      perform({
        shootId: shoot.id,
        words: brief ? strings.brief(brief.name) : strings.nameAndDueDate,
        edits: [
          ...putFields('shoots', shoot.id, { name, dueOn }),
          ...(brief ? [put('briefs', briefRow.id, ['brief'], brief)] : []),
        ],
      }),
      strings.shootCouldntBeChanged,
    )
  return (
    <>
      <button
        type="button"
        title={strings.nameDueDateAndBrief(keyLabel('shoot'))}
        style={{ minWidth: 0, cursor: 'pointer' }}
        onClick={() => setOpen(true)}
      >
        <Text fontWeight="650" truncate>
          {shoot.name}
        </Text>
      </button>
      {shoot.dueOn && <DueText dueOn={shoot.dueOn} />}
      <ShootWindow
        title={strings.nameDueDateAndBriefLabel}
        doWords="Keep"
        open={open}
        name={shoot.name}
        dueOn={shoot.dueOn}
        brief={briefRow.brief}
        onClose={() => setOpen(false)}
        onDone={keep}
      />
    </>
  )
}
