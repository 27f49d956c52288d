import { Box, chakra, Flex, Input } from '@chakra-ui/react'
import { useDeferredValue, useState } from 'react'
import { useParams, useSearchParams } from 'react-router'
import { STEPS } from '@cloudbank/core/steps'
import { useShootView, type ShootView } from '../../data'
import { forPlacement, useBriefEditor } from '../../settings'
import { Lost } from '../../ui/Lost'
import { AsItComesOut } from './AsItComesOut'
import { BriefFoot } from './BriefFoot'
import { BriefIndex } from './BriefIndex'
import { BriefStep } from './BriefStep'
import { FoundSettings } from './FoundSettings'
import { strings } from './strings'
import { tellingShots } from './tellingShots'

/** The brief of a shoot: in words, one step at a time, and as it comes out. */
export function BriefPage() {
  const { shootId = '' } = useParams()
  const view = useShootView(shootId)
  if (view === undefined) return null
  return view === null ? <Lost /> : <BriefSettings view={view} />
}

function BriefSettings({ view }: { view: ShootView }) {
  const { shoot } = view
  const editor = useBriefEditor(view)
  const [params, setParams] = useSearchParams()
  const [placementId, setPlacementId] = useState<string | null>(null)
  const find = params.get('find') ?? ''
  const wanted = find.trim().toLowerCase()
  const step = STEPS.find(({ id }) => id === params.get('step'))?.id ?? STEPS[0].id
  const { placements } = editor.brief.steps.finish
  const placement = placements.find(({ id }) => id === placementId) ?? null
  const { brief } = placement ? forPlacement(editor, placement) : editor
  // While a slider moves, the pictures come before the count over all shots.
  const counted = useDeferredValue(editor.brief)
  return (
    <Flex height="100%" minHeight="0">
      <chakra.h1 srOnly>{strings.briefOf(shoot.name)}</chakra.h1>
      <BriefIndex
        shootId={shoot.id}
        editor={editor}
        step={wanted === '' ? step : null}
        open={(id) => setParams({ step: id }, { replace: true })}
      />
      <Box flex="1" minWidth="0" overflowY="auto" paddingX="26px" paddingY="18px">
        <Box maxWidth="860px" position="relative">
          <Input
            aria-label={strings.findSetting}
            placeholder={strings.findSetting}
            size="xs"
            width="170px"
            float="right"
            marginLeft="16px"
            value={find}
            onChange={({ target: { value } }) =>
              setParams(value === '' ? { step } : { step, find: value }, { replace: true })
            }
          />
          {wanted === '' ? (
            <BriefStep
              key={step}
              view={view}
              step={step}
              editor={editor}
              shot={tellingShots(view)[0]}
              placement={placement}
              choosePlacement={setPlacementId}
            />
          ) : (
            <FoundSettings wanted={wanted} editor={editor} />
          )}
        </Box>
      </Box>
      <Flex
        as="aside"
        aria-label={strings.asItComesOut}
        direction="column"
        css={{ width: '330px', '@media (max-width: 1150px)': { width: '236px' } }}
        flex="none"
        background="paper"
        borderLeftWidth="1px"
        borderColor="hairline"
      >
        <Box flex="1" overflowY="auto" padding="16px">
          <AsItComesOut view={view} brief={brief} placementId={placement?.id} />
        </Box>
        <BriefFoot view={view} brief={counted} />
      </Flex>
    </Flex>
  )
}
