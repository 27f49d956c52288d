import { chakra, Flex } from '@chakra-ui/react'
import { useCommand } from '../keys/commands'
import { SKIES, useSky } from './sky'
import { strings } from './strings'

const FILL = { day: '#EDEDED', dusk: '#7A7A7A', night: '#1C1C1C' } as const

const Disc = chakra('button', {
  base: {
    width: '16px',
    height: '16px',
    borderRadius: '50%',
    borderWidth: '1px',
    borderColor: 'softInk',
    cursor: 'pointer',
    '&[aria-pressed=true]': { outline: '1px solid {colors.ink}', outlineOffset: '2px' },
  },
})

/** How bright the surround of the pictures is: day, dusk or night. */
export function SkyControl() {
  const { sky, setSky, nextSky } = useSky()
  useCommand('sky', nextSky)
  return (
    <Flex gap="7px" role="group" aria-label={strings.sky}>
      {SKIES.map((level) => (
        <Disc
          key={level}
          type="button"
          aria-label={level}
          title={strings.skyWithLevel(level)}
          aria-pressed={level === sky}
          style={{ background: FILL[level] }}
          onClick={() => setSky(level)}
        />
      ))}
    </Flex>
  )
}
