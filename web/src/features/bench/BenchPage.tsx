import { Grid } from '@chakra-ui/react'
import { useEffect } from 'react'
import { useParams } from 'react-router'
import { Lost } from '../../ui/Lost'
import { useShootView, type ShootView, type Shot } from '../../data'
import { BenchFoot } from './BenchFoot'
import { BenchHead } from './BenchHead'
import { lookAt } from '../../work/inView'
import { stageOf } from '../../steps'
import { useBench } from './useBench'

/** Where one shot is worked on. */
export function BenchPage() {
  const { shootId = '', shotId = '' } = useParams()
  const view = useShootView(shootId)
  if (view === undefined) return null
  const shot = view?.shots.find(({ id }) => id === shotId)
  return view && shot ? <Bench key={shot.id} view={view} shot={shot} /> : <Lost />
}

function Bench({ view, shot }: { view: ShootView; shot: Shot }) {
  const { lookBy, ...bench } = useBench(view, shot)
  useEffect(() => {
    lookAt(shot.id)
    return () => lookAt(null)
  }, [shot.id])
  const Stage = stageOf(bench.stage)
  return (
    <Grid
      height="100%"
      gridTemplateAreas={`"head" "picture" "desk" "foot"`}
      gridTemplateRows="58px minmax(0, 1fr) 246px 42px"
      gridTemplateColumns="minmax(0, 1fr)"
    >
      <BenchHead bench={bench} lookBy={lookBy} />
      <Stage key={bench.stage} bench={bench} />
      <BenchFoot bench={bench} />
    </Grid>
  )
}
