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
import { continueIntake } from './work/intake'
import { continueScan } from './work/scan'
import { continueRuns } from './work/runner'

followSky()
void continueIntake()
void continueRuns()
// Looks through all shots: not before the first screen is there.
setTimeout(() => void continueScan(), 2000)
void navigator.storage?.persist?.()

const root = document.getElementById('root')
if (!root) throw new Error('index.html has no #root')
createRoot(root).render(
  <StrictMode>
    <ChakraProvider value={system}>
      <RouterProvider router={router} />
    </ChakraProvider>
  </StrictMode>,
)
