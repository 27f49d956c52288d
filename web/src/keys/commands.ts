import { useEffect, useRef } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { create } from 'zustand'
import { keyMatching, KEYS, type KeyName } from './keys'

/** Something that can be done on the screen that is open, by key or from the palette. */
export interface Command {
  readonly name: string
  readonly words: string
  readonly keyName: KeyName | null
  readonly run: () => void
}

interface CommandState {
  readonly commands: readonly Command[]
}

/** What can be done now, in the order in which screens offered it. */
export const useCommands = create<CommandState>()(() => ({ commands: [] }))

/**
 * Offers a command as long as the component is on the screen: its key works and the palette lists it.
 * While `enabled` is false it does neither.
 */
export function useCommand(keyName: KeyName, run: () => void, enabled = true): void {
  const latest = useRef(run)
  latest.current = run
  useHotkeys(KEYS[keyName].key, () => latest.current(), {
    enabled,
    preventDefault: true,
    // Which keys a control keeps for itself is decided by `isTyping`.
    enableOnFormTags: true,
    ...keyMatching(keyName),
    // What a control has answered to already is not a command as well.
    ignoreEventWhen: (event) => event.defaultPrevented || isTyping(event) || isDialogOpen(),
  })
  useEffect(() => {
    if (!enabled) return
    const command: Command = {
      name: keyName,
      words: KEYS[keyName].words,
      keyName,
      run: () => latest.current(),
    }
    useCommands.setState(({ commands }) => ({ commands: [...commands, command] }))
    return () =>
      useCommands.setState(({ commands }) => ({ commands: commands.filter((c) => c !== command) }))
  }, [keyName, enabled])
}

/**
 * The same for each of a list that is as long every time the component is drawn.
 */
export function useCommandEach<One extends { readonly keyName: KeyName }>(
  list: readonly One[],
  run: (one: One) => void,
): void {
  // eslint-disable-next-line react-hooks/rules-of-hooks -- as many hooks in the same order every time
  for (const one of list) useCommand(one.keyName, () => run(one))
}

/** Keys that have a meaning of their own on the control in focus must reach the control. */
export function isTyping(event: KeyboardEvent): boolean {
  const target = event.target
  if (!(target instanceof HTMLElement)) return false
  // A window keeps the focus for as long as it fades out; what is typed then is not for it.
  if (target.closest('[role=dialog][data-state=closed]')) return false
  if (target instanceof HTMLInputElement && /^(range|checkbox|radio)$/.test(target.type))
    return /^(Arrow|Page|Home|End| )/.test(event.key)
  if (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) return true
  // A link follows Enter alone; Space is free for what the page does with it.
  if (event.key === ' ') return target.tagName === 'BUTTON'
  return event.key === 'Enter' && /^(BUTTON|A)$/.test(target.tagName)
}

const isDialogOpen = (): boolean =>
  document.querySelector('[role=dialog][data-state=open]') !== null
