import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { Lost } from '../../ui/Lost'
import { useShootView, type ShootView } from '../../data'
import { useStagedPicture } from '../../preview'
import { Choose } from '../../ui'
import { AnswerPictures } from './AnswerPictures'
import { QUESTIONS, withAnswer, type Answer } from './questions'
import { tellingShots } from './tellingShots'
import { useBriefEditor } from '../../settings/useBriefEditor'
import { strings } from './strings'

/** Makes a brief by looking: questions, each answered by one's own shot as it would come out. */
export function ByEyePage() {
  const { shootId = '' } = useParams()
  const view = useShootView(shootId)
  if (view === undefined) return null
  return view === null ? <Lost /> : <ByEye view={view} />
}

function ByEye({ view }: { view: ShootView }) {
  const editor = useBriefEditor(view)
  const [chosen, setChosen] = useState<string | null>(null)
  const shot = view.shots.find(({ id }) => id === chosen) ?? tellingShots(view)[0]
  const picture = useStagedPicture(shot)
  const { steps } = editor.brief
  const give = (asks: string, answer: Answer): void =>
    editor.replaceSteps(`${asks} ${answer.words}`, withAnswer(steps, answer))
  return (
    <Box height="100%" overflowY="auto">
      <Box maxWidth="960px" marginX="auto" paddingX="28px" paddingY="24px">
        <Flex align="baseline" gap="16px" marginBottom="6px">
          <Heading as="h1" fontSize="26px" fontWeight="750" flex="1">
            {strings.byEyeWithName(editor.brief.name)}
          </Heading>
          <Link to={`/shoots/${view.shoot.id}/brief`}>
            <u>{strings.everySetting}</u>
          </Link>
        </Flex>
        <Flex align="center" gap="12px" marginBottom="18px">
          <Text color="softInk" flex="1">
            {strings.eachPictureShowsYourShot}
          </Text>
          {shot && (
            <Choose
              words={shot.fileName}
              options={view.shots.map(({ id, fileName }) => ({ id: String(id), words: fileName }))}
              onChoose={setChosen}
            />
          )}
        </Flex>
        {!shot && <Text>{strings.thereAreNoShotsTo}</Text>}
        {shot &&
          QUESTIONS.map((question) => (
            <Box key={question.id} as="section" aria-label={question.asks} marginBottom="26px">
              <Heading as="h2" fontSize="18px" fontWeight="700" marginBottom="8px">
                {question.asks}
              </Heading>
              <AnswerPictures
                question={question}
                view={view}
                shot={shot}
                picture={picture}
                steps={steps}
                px={200}
                give={(answer) => give(question.asks, answer)}
              />
            </Box>
          ))}
      </Box>
    </Box>
  )
}
