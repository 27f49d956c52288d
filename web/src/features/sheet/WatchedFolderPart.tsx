import { Flex, Text } from '@chakra-ui/react'
import type { ShootId } from '../../data'
import { attempt } from '../../notices'
import { Action } from '../../ui'
import {
  canWatchFolders,
  chooseWatchedFolder,
  goOnWatching,
  stopWatching,
  useWatchedFolder,
} from '../../work/watching'
import { strings } from './strings'

/** The folder on the disk from which a shoot takes in what arrives. */
export function WatchedFolderPart({ shootId }: { readonly shootId: ShootId }) {
  const folder = useWatchedFolder(shootId)
  if (!folder && !canWatchFolders()) return null
  return (
    <Flex align="center" gap="6px" flex="1 0 100%" fontSize="12px" minWidth="0">
      {folder ? (
        <>
          <Text truncate flex="1" minWidth="0" role="status" title={folder.handle.name}>
            {strings.watched[folder.standing](folder.handle.name)}
          </Text>
          {folder.standing !== 'watching' && (
            <Action look="quiet" onClick={() => attempt(goOnWatching(folder), strings.cantBeRead)}>
              {strings.goOn}
            </Action>
          )}
          <Action look="quiet" onClick={() => attempt(stopWatching(shootId))}>
            {strings.stopWatching}
          </Action>
        </>
      ) : (
        <Action
          look="quiet"
          paddingX="0"
          title={strings.watchFolderHint}
          onClick={() => attempt(chooseWatchedFolder(shootId), strings.cantBeRead)}
        >
          <u>{strings.watchFolder}</u>
        </Action>
      )}
    </Flex>
  )
}
