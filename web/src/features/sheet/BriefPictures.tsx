import { recipeOf, renditionsOf } from '../../work/model'
import { Flex, Grid } from '@chakra-ui/react'
import type { ShootView } from '../../data'
import { Choose } from '../../ui'
import { LitPreview, Thumb } from '../../preview'
import { useSheet } from './sheetStore'
import type { SheetModel } from './useSheetModel'

/** Side of a picture beside the brief, in pixels. */
const SIDE_PX = 112

/** What the brief makes of two shots of one's choice. */
export function BriefPictures({ view, model }: { view: ShootView; model: SheetModel }) {
  const beside = useSheet((state) => state.beside)
  const { shots } = view
  const of = (place: 0 | 1) =>
    shots.find(({ id }) => id === beside[place]) ??
    shots.find(({ id }) => id === model.order[place])
  if (shots.length === 0) return null
  return (
    <Grid templateColumns="repeat(2, minmax(0, 1fr))" gap="8px" marginBottom="10px">
      {([0, 1] as const).map((place) => {
        const shot = of(place)
        if (!shot) return null
        const isMade = renditionsOf(shot, recipeOf(view), view.renditions).length > 0
        return (
          <Flex key={place} direction="column" minWidth="0" maxWidth={`${SIDE_PX}px`}>
            <div className="brief-picture">
              {isMade ? (
                <Thumb shot={shot} view={view} />
              ) : (
                <LitPreview view={view} shot={shot} sidePx={240} />
              )}
            </div>
            <Choose
              words={shot.angle ?? shot.fileName}
              width="100%"
              options={shots.map(({ id, fileName }) => ({ id: String(id), words: fileName }))}
              onChoose={(id) =>
                useSheet.setState({ beside: place === 0 ? [id, beside[1]] : [beside[0], id] })
              }
            />
          </Flex>
        )
      })}
    </Grid>
  )
}
