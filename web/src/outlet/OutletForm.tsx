import { Box, Heading, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { MAX_OUTLET_PLACEMENTS, type Outlet } from '@cloudbank/core/outlets'
import { SettingRow } from '../ui/fields'
import { PatternInput } from './PatternInput'
import { PlacementLook } from './PlacementLook'
import { PlacementTable } from './PlacementTable'
import { RulesForm } from './RulesForm'
import { strings } from './strings'

interface Props {
  readonly outlet: Outlet
  readonly save: (words: string, outlet: Outlet) => void
}

/** Everything about an outlet: its placements, how pictures look there, its rules, names and descriptions. */
export function OutletForm({ outlet, save }: Props) {
  const [problem, setProblem] = useState<string | null>(null)
  return (
    <>
      <Title>{strings.rules}</Title>
      <RulesForm rules={outlet.rules} save={(words, rules) => save(words, { ...outlet, rules })} />
      <Title>{strings.placements}</Title>
      <PlacementTable
        max={MAX_OUTLET_PLACEMENTS}
        placements={outlet.placements}
        save={(words, placements) => save(words, { ...outlet, placements: [...placements] })}
      />
      <Box marginTop="14px">
        {outlet.placements.map((placement) => (
          <SettingRow
            key={placement.id}
            label={strings.overridesFor(placement.name)}
            hint={strings.anythingLeftEmptyIsAs}
          >
            <PlacementLook
              placement={placement}
              onProblem={setProblem}
              save={(words, changes) =>
                save(words, {
                  ...outlet,
                  placements: outlet.placements.map((other) =>
                    other.id === placement.id ? { ...placement, changes } : other,
                  ),
                })
              }
            />
          </SettingRow>
        ))}
        {problem && <Text role="alert">{problem}</Text>}
      </Box>
      <Title>{strings.namesAndDescriptions}</Title>
      <SettingRow label={strings.fileNames} hint={strings.replacesBriefsPattern}>
        <PatternInput
          label={strings.fileNamesAtOutlet}
          value={outlet.fileNames}
          fallback="as in the brief"
          commit={(fileNames) => save(strings.fileNames, { ...outlet, fileNames })}
        />
      </SettingRow>
      <SettingRow label={strings.descriptions} hint={strings.replacesBriefsPattern}>
        <PatternInput
          label={strings.descriptionsAtOutlet}
          value={outlet.altTexts}
          fallback="as in the brief"
          commit={(altTexts) => save(strings.descriptions, { ...outlet, altTexts })}
        />
      </SettingRow>
    </>
  )
}

const Title = ({ children }: { children: React.ReactNode }) => (
  <Heading as="h2" fontSize="18px" fontWeight="700" marginTop="26px" marginBottom="8px">
    {children}
  </Heading>
)
