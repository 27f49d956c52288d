import { Grid } from '@chakra-ui/react'
import type { LightSettings } from '@cloudbank/core/steps'
import { Dial } from '../../stage/controls'
import type { ShotEditor } from '../../stage/useShotEditor'

/** The settings of Light that are numbers. */
type NumberField = {
  [F in keyof LightSettings]: LightSettings[F] extends number ? F : never
}[keyof LightSettings]

/** Dials in a row where there is little room, and where there is less. */
const NARROW = 3
const NARROWEST = 2

/** Dials of some settings of Light, side by side. */
export function LightDials(props: { editor: ShotEditor; fields: readonly NumberField[] }) {
  const { editor, fields } = props
  return (
    <Grid
      gap="2px 10px"
      marginTop="2px"
      css={{
        gridTemplateColumns: `repeat(${fields.length}, minmax(0, 1fr))`,
        '@container (max-width: 680px)': {
          gridTemplateColumns: `repeat(${Math.min(NARROW, fields.length)}, minmax(0, 1fr))`,
        },
        '@container (max-width: 316px)': {
          gridTemplateColumns: `repeat(${Math.min(NARROWEST, fields.length)}, minmax(0, 1fr))`,
        },
      }}
    >
      {fields.map((field) => (
        <Dial
          key={field}
          step="light"
          field={field}
          value={editor.steps.light[field]}
          origin={editor.originOf('light', field)}
          actions={editor.actions}
        />
      ))}
    </Grid>
  )
}
