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
    color: 'softInk',
    borderWidth: '1px',
    borderColor: 'hairline',
    borderRadius: '3px',
  },
})
