import { chakra } from '@chakra-ui/react'

/** A slider: a hairline with a knob; what it stands at is said beside it. */
export const Range = chakra('input', {
  base: {
    appearance: 'none',
    display: 'block',
    width: '100%',
    minWidth: 0,
    height: '14px',
    background: 'transparent',
    cursor: 'pointer',
    '&::-webkit-slider-runnable-track': { height: '2px', background: 'edge', borderRadius: '1px' },
    '&::-webkit-slider-thumb': {
      appearance: 'none',
      width: '8px',
      height: '14px',
      marginTop: '-6px',
      borderRadius: '2px',
      background: 'ink',
    },
    '&::-moz-range-track': { height: '2px', background: 'edge', borderRadius: '1px' },
    '&::-moz-range-thumb': {
      width: '8px',
      height: '14px',
      border: 'none',
      borderRadius: '2px',
      background: 'ink',
    },
  },
})
