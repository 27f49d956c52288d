import { useEffect, useState } from 'react'
import type { NeutralReading, Spot } from '@cloudbank/core/steps'
import { sharedPreviewer } from '../../preview'

/** What the previewer reads at a spot. */
export function useReading(name: string | null, spot: Spot | null): NeutralReading | null {
  const [reading, setReading] = useState<NeutralReading | null>(null)
  const { x, y, radius } = spot ?? { x: 0, y: 0, radius: 0 }
  const wanted = name !== null && spot !== null
  useEffect(() => {
    if (!wanted) {
      setReading(null)
      return
    }
    let current = true
    sharedPreviewer()
      .ask<'read'>({ kind: 'read', picture: name, spot: { x, y, radius } })
      .then(
        (found) => current && setReading(found),
        () => undefined,
      )
    return () => {
      current = false
    }
  }, [wanted, name, x, y, radius])
  return reading
}
