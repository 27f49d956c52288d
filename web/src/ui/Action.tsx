import { chakra } from '@chakra-ui/react'

/** A button that says what it does. `main` is the one thing to do on a screen. */
export const Action = chakra(
  'button',
  {
    base: {
      display: 'inline-flex',
      alignItems: 'center',
      justifyContent: 'center',
      gap: '6px',
      minHeight: '32px',
      paddingX: '14px',
      borderRadius: '4px',
      borderWidth: '1px',
      borderColor: 'ink',
      fontWeight: 600,
      fontSize: '13px',
      whiteSpace: 'nowrap',
      cursor: 'pointer',
      color: 'ink',
      background: 'transparent',
      _hover: { background: 'mat' },
      _disabled: { opacity: 0.45, cursor: 'default', _hover: { background: 'transparent' } },
    },
    variants: {
      look: {
        plain: {},
        main: {
          background: 'ink',
          color: 'paper',
          _hover: { background: 'ink', opacity: 0.88 },
          _disabled: { opacity: 0.45, _hover: { background: 'ink', opacity: 0.45 } },
        },
        quiet: {
          borderColor: 'transparent',
          fontWeight: 500,
          paddingX: '6px',
          minHeight: '26px',
        },
      },
    },
    defaultVariants: { look: 'plain' },
  },
  { defaultProps: { type: 'button' } },
)
