import { useMemo } from 'react'

/** The same object for as long as it says the same. */
export function useSame<Value>(value: Value): Value {
  const key = JSON.stringify(value)
  // eslint-disable-next-line react-hooks/exhaustive-deps -- the key says all about the value
  return useMemo(() => value, [key])
}
