import { bySlot, seenAs } from '@cloudbank/core/shoot'
import { recipeOf, renditionsOf } from '../../work/model'
import { Box, Flex, Heading, Image, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import {
  deleteShoot,
  usePictureUrl,
  type Rendition,
  type ShootSummary,
  type Shot,
} from '../../data'
import { attempt } from '../../notices'
import { Action, Window } from '../../ui'
import { DueText } from '../../shoot'
import { SaveShoot } from './SaveShoot'
import { goOnWithRoom } from '../../work/room'
import { strings } from './strings'
import { Waiting } from './Waiting'

const PICTURES = 12
/** Side of a picture, in pixels. */
const PICTURE_PX = 96

/** A shoot as one wide strip: its first pictures, its state, what still needs someone. */
export function ShootStrip({ summary }: { summary: ShootSummary }) {
  const { shoot, shots, renditions, briefRow } = summary
  const recipe = briefRow ? recipeOf({ ...summary, briefRow }) : null
  const slots = bySlot(renditions)
  return (
    <Box borderTopWidth="1px" borderColor="hairline" paddingY="16px">
      <Flex align="baseline" wrap="wrap" gap="4px 12px" marginBottom="10px">
        <Link to={`/shoots/${shoot.id}`}>
          <Heading as="h2" fontSize="18px" fontWeight="700">
            {shoot.name}
          </Heading>
        </Link>
        {shoot.dueOn && <DueText dueOn={shoot.dueOn} />}
        <Box flex="1" />
        <Waiting summary={summary} />
        <SaveShoot shoot={shoot} />
        <DeleteShoot summary={summary} />
      </Flex>
      <Link to={`/shoots/${shoot.id}`} tabIndex={-1} aria-hidden>
        <Flex gap="6px" height={`${PICTURE_PX}px`} overflow="hidden" wrap="wrap">
          {shots.slice(0, PICTURES).map((shot) => (
            <StripPicture
              key={shot.id}
              shot={shot}
              made={
                recipe ? seenAs(renditionsOf(shot, recipe, slots), recipe, PICTURE_PX) : undefined
              }
            />
          ))}
        </Flex>
      </Link>
    </Box>
  )
}

function StripPicture({ shot, made }: { shot: Shot; made: Rendition | undefined }) {
  const url = usePictureUrl(
    made
      ? { table: 'contents', hash: made.fileHash }
      : { table: 'previews', hash: shot.originalHash },
  )
  return (
    <Image src={url} alt="" height={`${PICTURE_PX}px`} width="auto" flex="none" background="mat" />
  )
}

function DeleteShoot({ summary: { shoot, shots, renditions } }: { summary: ShootSummary }) {
  const [open, setOpen] = useState(false)
  const [deleting, setDeleting] = useState(false)
  // The window stays until the shoot is gone: who leaves the page before that sees that it is not.
  const remove = async (): Promise<void> => {
    setDeleting(true)
    try {
      await deleteShoot(shoot.id)
    } finally {
      setDeleting(false)
      setOpen(false)
    }
    await goOnWithRoom()
  }
  return (
    <>
      <Action look="quiet" onClick={() => setOpen(true)}>
        {strings.delete}
      </Action>
      <Window
        title={strings.deleteWithName(shoot.name)}
        alert
        open={open}
        onClose={() => setOpen(false)}
      >
        <Text marginY="12px">{strings.andWillBeDeletedFrom(shots.length, renditions.length)}</Text>
        <Flex justify="flex-end" gap="8px">
          <Action disabled={deleting} onClick={() => setOpen(false)}>
            {strings.keepIt}
          </Action>
          <Action
            look="main"
            disabled={deleting}
            onClick={() => attempt(remove(), strings.couldntBeDeleted(shoot.name))}
          >
            {strings.deleteWithCount(shots.length)}
          </Action>
        </Flex>
      </Window>
    </>
  )
}
