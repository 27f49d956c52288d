import '@fontsource-variable/bricolage-grotesque'
import '@fontsource-variable/hanken-grotesk'
import '@fontsource-variable/spline-sans-mono'
import { ChakraProvider } from '@chakra-ui/react'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { RouterProvider } from 'react-router'
import { router } from './app/router'
import { followSky } from './app/sky'
import { system } from './app/theme'
import { attempt, followUnhandled } from './notices'
import { keepOffline } from './offline'
import { startKeepers } from './work/keepers'
import { saveLeftovers } from './work/saves'
import { holdTab } from './work/tab'

followUnhandled()
followSky()
holdTab()
attempt(saveLeftovers(), 'The last changes before the page was left couldn’t be saved')
startKeepers()
keepOffline()
attempt(navigator.storage.persist(), 'The browser was not asked to keep the photographs')

const root = document.getElementById('root')
if (!root) throw new Error('index.html has no #root')
createRoot(root).render(
  <StrictMode>
    <ChakraProvider value={system}>
      <RouterProvider router={router} />
    </ChakraProvider>
  </StrictMode>,
)
