import { useCallback } from 'react'
import { useNavigate, type NavigateOptions } from 'react-router'
import { attempt } from '../notices'
import { strings } from './strings'

/** Goes to another screen; should its code not come, that is said. */
export function useGo(): (to: string, options?: NavigateOptions) => void {
  const navigate = useNavigate()
  return useCallback(
    (to, options) =>
      attempt(Promise.resolve(navigate(to, options)), strings.thatScreenCouldntBeOpened),
    [navigate],
  )
}
