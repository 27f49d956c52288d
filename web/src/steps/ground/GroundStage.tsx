import type { SceneMatte } from '@cloudbank/core/scene'
import { database, type ShootView, type Shot } from '../../data'
import { BehindControl, coloursOf, frameToFill } from '../../ground'
import { StepControls, type OwnControlProps } from '../../stage/controls'
import type { Bench } from '../../stage/bench'
import { PicturedStage } from '../../stage/PicturedStage'
import { FindingsPart } from '../../stage/FindingList'
import { useStagePicture } from '../../stage/useStagePicture'
import { planOf, recipeOf, renditionsOf } from '../../work/model'
import { matteInFrame } from '../../work/scenes'

/** Ground on the bench: the picture on its ground, and what it stands on. */
export function GroundStage({ bench }: { bench: Bench }) {
  const { view, shot, editor, rendition } = bench
  const picture = useStagePicture(bench)
  return (
    <PicturedStage
      bench={bench}
      picture={picture}
      desk={
        <>
          <StepControls
            step="ground"
            own={OWN}
            width={270}
            editor={editor}
            view={view}
            shot={shot}
          />
          <FindingsPart view={view} shot={shot} shown={rendition} />
        </>
      }
    />
  )
}

const OWN = { behind: BehindChoice }

function BehindChoice({ editor, view, shot }: OwnControlProps) {
  const { behind } = editor.steps.ground
  const palette = coloursOf([
    view.briefRow.brief.steps.ground.behind,
    ...view.shots.map(({ touches }) => touches.ground?.behind),
    behind,
  ])
  return (
    <BehindControl
      behind={behind}
      palette={palette}
      frame={{ ...frameToFill(editor.steps.frame), matteOf: () => matteOf(shot, view) }}
      onChange={(words, next, more = {}) =>
        editor.actions.keep(words, 'ground', { behind: next, ...more }, 'behind')
      }
    />
  )
}

/** Where the product stands in the shot's first picture; null until that is made. */
async function matteOf(shot: Shot, view: ShootView): Promise<SceneMatte | null> {
  const recipe = recipeOf(view)
  const [rendition] = renditionsOf(shot, recipe, view.renditions)
  return rendition ? matteInFrame(planOf(shot, recipe), rendition, database) : null
}
