import { Box, Flex, Text } from '@chakra-ui/react'
import { format, parseISO } from 'date-fns'
import { Link, NavLink, Outlet, useNavigate, useParams } from 'react-router'
import { redoNext, undoLast, useShootView } from '../data'
import { useNotices } from './notices'
import { useCommand } from './commands'
import { Help } from './Help'
import { Notices } from './Notices'
import { countOf, formatBytes } from '@cloudbank/core/words'
import { Palette } from './Palette'
import { RunStrip } from './RunStrip'
import { SkyControl } from './SkyControl'

/** The frame of the app: top bar, and the stations of a shoot. */
export function Shell() {
  const { shootId, shotId } = useParams()
  const scope = shootId ? { shootId, shotId } : null
  const navigate = useNavigate()
  useCommand('home', () => void navigate('/'))
  // Always there: what was done a moment ago may not have been read back yet.
  const nothing = (what: string): void => useNotices.getState().say(`Nothing to ${what}.`)
  useCommand(
    'undo',
    () => scope && void undoLast(scope).then((deed) => deed ?? nothing('undo')),
    scope !== null,
  )
  useCommand(
    'redo',
    () => scope && void redoNext(scope).then((deed) => deed ?? nothing('redo')),
    scope !== null,
  )
  return (
    <Flex direction="column" height="100%">
      <Flex
        as="header"
        align="center"
        gap="12px"
        height="44px"
        flex="none"
        paddingX="16px"
        background="paper"
        borderBottomWidth="1px"
        borderColor="hairline"
      >
        <Link to="/">
          <Text
            as="span"
            fontFamily="heading"
            fontWeight="800"
            fontSize="18px"
            letterSpacing="-0.01em"
          >
            Cloudbank
          </Text>
        </Link>
        {shootId && <Place shootId={shootId} />}
        <Box flex="1" />
        <RunStrip />
        <Palette />
        <SkyControl />
        <Help />
      </Flex>
      {shootId && <Stations shootId={shootId} />}
      <Box flex="1" minHeight="0" as="main">
        <Outlet />
      </Box>
      <Notices />
    </Flex>
  )
}

function Place({ shootId }: { shootId: string }) {
  const view = useShootView(shootId)
  if (!view) return null
  const { name, dueOn } = view.shoot
  return (
    <Flex align="baseline" gap="10px" minWidth="0">
      <Text color="faint">/</Text>
      <Text fontWeight="650" truncate>
        {name}
      </Text>
      {dueOn && (
        <Text color="softInk" whiteSpace="nowrap">
          due {format(parseISO(dueOn), 'EEE d MMM')}
        </Text>
      )}
    </Flex>
  )
}

const STATIONS = [
  { path: '', word: 'Sheet' },
  { path: 'lightings', word: 'Lightings' },
  { path: 'brief', word: 'Brief' },
  { path: 'deliver', word: 'Deliver' },
] as const

function Stations({ shootId }: { shootId: string }) {
  const navigate = useNavigate()
  const view = useShootView(shootId)
  const base = `/shoots/${shootId}`
  useCommand('sheet', () => void navigate(base))
  useCommand('lightings', () => void navigate(`${base}/lightings`))
  useCommand('brief', () => void navigate(`${base}/brief`))
  useCommand('deliver', () => void navigate(`${base}/deliver`))
  return (
    <Flex
      as="nav"
      align="stretch"
      gap="22px"
      height="38px"
      flex="none"
      paddingX="16px"
      background="paper"
      borderBottomWidth="1px"
      borderColor="hairline"
    >
      {STATIONS.map(({ path, word }) => (
        <NavLink key={word} to={path ? `${base}/${path}` : base} end={path === ''}>
          {({ isActive }) => (
            <Flex
              align="center"
              height="100%"
              fontWeight={isActive ? 700 : 500}
              color={isActive ? 'ink' : 'softInk'}
              borderBottomWidth="3px"
              borderColor={isActive ? 'ink' : 'transparent'}
              paddingTop="3px"
            >
              {word}
            </Flex>
          )}
        </NavLink>
      ))}
      <Box flex="1" />
      {view && (
        <Text alignSelf="center" color="softInk">
          {countOf(view.shots.length, 'shot')} ·{' '}
          {formatBytes(view.shots.reduce((sum, { bytes }) => sum + bytes, 0))}
        </Text>
      )}
    </Flex>
  )
}
