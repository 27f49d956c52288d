import { useState } from 'react'
import { WeighOptions } from '@cloudbank/core/weigh'
import type { ShootId, WeighIn } from '../../data'
import { describeError } from '../../notices'
import { useGo } from '../../ui/useGo'
import {
  AddressRefusedError,
  gatherAddresses,
  gatherFiles,
  gatherShoot,
  startWeighIn,
  type Gathered,
} from '../../work/weighing'
import { strings } from './strings'

/** Why nothing was weighed, and the host that would have to be allowed for it. */
export interface StartProblem {
  readonly words: string
  readonly host: string | null
}

/** Starts weigh-ins, and opens what was started. */
export interface StartWeighIn {
  readonly options: WeighOptions
  readonly setOptions: (options: WeighOptions) => void
  readonly isReading: boolean
  readonly problem: StartProblem | null
  readonly weighAddresses: (addresses: readonly string[]) => void
  readonly weighFiles: (files: readonly File[]) => void
  readonly weighShoot: (shootId: ShootId) => void
}

export function useStartWeighIn(): StartWeighIn {
  const go = useGo()
  const [options, setOptions] = useState(WeighOptions.parse({}))
  const [isReading, setReading] = useState(false)
  const [problem, setProblem] = useState<StartProblem | null>(null)
  const start = async (gathering: Promise<Gathered>, source: WeighIn['source']): Promise<void> => {
    setReading(true)
    setProblem(null)
    try {
      const gathered = await gathering
      if (gathered.pictures.length === 0) {
        setProblem({ words: strings.noPictures, host: null })
        return
      }
      const { id } = await startWeighIn(gathered, source, options)
      go(`/weigh/${id}`)
    } catch (error) {
      const host = error instanceof AddressRefusedError ? error.host : null
      setProblem({ words: describeError(error), host })
    } finally {
      setReading(false)
    }
  }
  return {
    options,
    setOptions,
    isReading,
    problem,
    weighAddresses: (addresses) =>
      void start(gatherAddresses(addresses, options), {
        kind: 'addresses',
        addresses: [...addresses],
      }),
    weighFiles: (files) => void start(gatherFiles(files, options), { kind: 'files' }),
    weighShoot: (shootId) => void start(gatherShoot(shootId), { kind: 'shoot', shootId }),
  }
}
