import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import { useDropzone } from 'react-dropzone'
import { fileTypeWords, LIMITS } from '@cloudbank/core/codec'
import { countOf } from '@cloudbank/core/words'
import { useGo } from '../../ui/useGo'
import { createShoot, freeShootName, newShootId, useShootSummaries } from '../../data'
import { attempt } from '../../notices'
import { Action, Key } from '../../ui'
import { useCommand } from '../../keys/commands'
import { keyLabel } from '../../keys/keys'
import { ShootWindow, type ShootDetails } from '../../shoot'
import { giveFiles, partShoots } from '../../work/intake'
import { SetAsideRows } from './SetAsideRows'
import { ShootStrip } from './ShootStrip'
import { StorageUsed } from './StorageUsed'
import { strings } from './strings'

/** The shoots, and the way to a new one: drop photographs anywhere. */
export function HomePage() {
  const summaries = useShootSummaries()
  const go = useGo()

  const [naming, setNaming] = useState(false)
  useCommand('newShoot', () => setNaming(true))
  async function make({ name, dueOn, brief }: ShootDetails): Promise<void> {
    const shoot = await createShoot({
      name: await freeShootName(name),
      dueOn,
      ...(brief ? { brief } : {}),
    })
    go(`/shoots/${shoot.id}`)
  }

  async function take(files: readonly File[]): Promise<void> {
    const { shoots, others } = await partShoots(files)
    if (shoots.length > 0) await giveFiles(newShootId(), shoots)
    if (others.length === 0) return
    const shoot = await createShoot({ name: await freeShootName(strings.newShoot), dueOn: null })
    go(`/shoots/${shoot.id}`)
    await giveFiles(shoot.id, others)
  }

  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    onDrop: (files) => attempt(take(files), strings.filesCouldntBeImported),
    noClick: true,
    noKeyboard: true,
  })
  if (!summaries) return null
  const empty = summaries.length === 0
  return (
    <Box {...getRootProps()} height="100%" overflowY="auto">
      <input {...getInputProps()} aria-label={strings.photographsForNewShoot} />
      <Box maxWidth="1180px" marginX="auto" paddingX="28px" paddingY="28px">
        <Flex align="baseline" gap="16px" marginBottom="18px">
          <Heading as="h1" fontSize="26px" fontWeight="750">
            {strings.shoots}
          </Heading>
          {!empty && <Text color="softInk">{countOf(summaries.length, 'shoot')}</Text>}
          <Box flex="1" />
          <Link to="/weigh">
            <u>{strings.weighIn}</u>
          </Link>
          <Link to="/outlets">
            <u>{strings.outlets}</u>
          </Link>
          <Action onClick={() => go('/demo')}>{strings.openDemoShoot}</Action>
          <Action onClick={open}>{strings.fromPhotographs}</Action>
          <Action look="main" onClick={() => setNaming(true)}>
            {strings.newShoot} <Key>{keyLabel('newShoot')}</Key>
          </Action>
        </Flex>
        {isDragActive ? (
          <DropHere />
        ) : empty ? (
          <Empty />
        ) : (
          summaries.map((summary) => <ShootStrip key={summary.shoot.id} summary={summary} />)
        )}
        <ShootWindow
          title={strings.newShoot}
          doWords="Create shoot"
          open={naming}
          name={strings.newShoot}
          dueOn={null}
          brief={null}
          onClose={() => setNaming(false)}
          onDone={(details) => attempt(make(details), strings.shootCouldntBeCreated)}
        />
        <SetAsideRows />
        <StorageUsed />
      </Box>
    </Box>
  )
}

function DropHere() {
  return (
    <Flex
      align="center"
      justify="center"
      height="220px"
      borderWidth="2px"
      borderStyle="dashed"
      borderColor="ink"
      borderRadius="6px"
    >
      <Heading fontSize="22px">{strings.dropToStartNewShoot}</Heading>
    </Flex>
  )
}

function Empty() {
  return (
    <Flex
      direction="column"
      align="center"
      justify="center"
      gap="8px"
      height="300px"
      borderWidth="1px"
      borderStyle="dashed"
      borderColor="faint"
      borderRadius="6px"
    >
      <Heading fontSize="22px">{strings.dropPhotographsAnywhere}</Heading>
      <Text color="softInk">
        {strings.upToMegapixelsEachFolders(fileTypeWords(), LIMITS.maxPixels / 1e6)}
      </Text>
      <Text color="softInk">{strings.orOpenDemoShoot31}</Text>
    </Flex>
  )
}
