import { useState } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { keyMatching, KEYS, type KeyName } from './keys'

/** Whether a key is held down. */
export function useHeld(keyName: KeyName): boolean {
  const [held, setHeld] = useState(false)
  useHotkeys(KEYS[keyName].key, (event) => setHeld(event.type === 'keydown'), {
    keydown: true,
    keyup: true,
    ...keyMatching(keyName),
  })
  return held
}
