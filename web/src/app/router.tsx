import { createBrowserRouter } from 'react-router'
import { BriefPage } from '../features/brief'
import { DeliverPage } from '../features/deliver'
import { DemoPage, HomePage } from '../features/home'
import { LightingsPage, NeutralPage } from '../features/lightings'
import { SheetPage } from '../features/sheet'
import { BenchPage } from '../features/bench'
import { Lost } from './Lost'
import { Shell } from './Shell'

export const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Lost />,
    children: [
      { path: '/', element: <HomePage /> },
      { path: '/demo', element: <DemoPage /> },
      { path: '/shoots/:shootId', element: <SheetPage /> },
      { path: '/shoots/:shootId/lightings', element: <LightingsPage /> },
      { path: '/shoots/:shootId/lightings/:lightingId', element: <NeutralPage /> },
      { path: '/shoots/:shootId/brief', element: <BriefPage /> },
      { path: '/shoots/:shootId/deliver', element: <DeliverPage /> },
      { path: '/shoots/:shootId/shots/:shotId', element: <BenchPage /> },
      { path: '*', element: <Lost /> },
    ],
  },
])
