import { chakra } from '@chakra-ui/react'

/** A key, as on a keyboard. */
export const Key = chakra('kbd', {
  base: {
    display: 'inline-block',
    minWidth: '18px',
    paddingX: '4px',
    textAlign: 'center',
    fontFamily: 'mono',
    fontSize: '11px',
    lineHeight: '16px',
    // On a dark button it is as light as the words.
    color: 'inherit',
    opacity: 0.8,
    borderWidth: '1px',
    borderColor: 'currentColor',
    borderRadius: '3px',
  },
})
