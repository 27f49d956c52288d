import { createBrowserRouter } from 'react-router'
import { DemoPage, HomePage } from '../features/home'
import { SheetPage } from '../features/sheet'
import { Lost } from '../ui/Lost'
import { Shell } from './Shell'

/** Home and sheet come with the app; what is reached from them is fetched when it is opened. */
export const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Lost />,
    hydrateFallbackElement: <></>,
    children: [
      { path: '/', element: <HomePage /> },
      { path: '/demo', element: <DemoPage /> },
      { path: '/shoots/:shootId', element: <SheetPage /> },
      {
        path: '/shoots/:shootId/lightings',
        lazy: async () => ({ Component: (await import('../features/lightings')).LightingsPage }),
      },
      {
        path: '/shoots/:shootId/lightings/:lightingId',
        lazy: async () => ({ Component: (await import('../features/lightings')).NeutralPage }),
      },
      {
        path: '/shoots/:shootId/brief',
        lazy: async () => ({ Component: (await import('../features/brief')).BriefPage }),
      },
      {
        path: '/shoots/:shootId/brief/by-eye',
        lazy: async () => ({ Component: (await import('../features/brief')).ByEyePage }),
      },
      {
        path: '/shoots/:shootId/review',
        lazy: async () => ({ Component: (await import('../features/review')).ReviewPage }),
      },
      {
        path: '/shoots/:shootId/shelf',
        lazy: async () => ({ Component: (await import('../features/shelf')).ShelfPage }),
      },
      {
        path: '/shoots/:shootId/deliver',
        lazy: async () => ({ Component: (await import('../features/deliver')).DeliverPage }),
      },
      {
        path: '/shoots/:shootId/live',
        lazy: async () => ({ Component: (await import('../features/live')).LivePage }),
      },
      {
        path: '/shoots/:shootId/products',
        lazy: async () => ({ Component: (await import('../features/products')).ProductsPage }),
      },
      {
        path: '/shoots/:shootId/runs',
        lazy: async () => ({ Component: (await import('../features/runs')).RunsPage }),
      },
      {
        path: '/shoots/:shootId/outlets/:outletId',
        lazy: async () => ({ Component: (await import('../features/outlets')).ShootOutletPage }),
      },
      {
        path: '/outlets',
        lazy: async () => ({ Component: (await import('../features/outlets')).OutletsPage }),
      },
      {
        path: '/outlets/:outletId',
        lazy: async () => ({ Component: (await import('../features/outlets')).OwnOutletPage }),
      },
      {
        path: '/workers',
        lazy: async () => ({ Component: (await import('../features/workers')).WorkersPage }),
      },
      {
        path: '/weigh',
        lazy: async () => ({ Component: (await import('../features/weighIn')).WeighInsPage }),
      },
      {
        path: '/weigh/:weighInId',
        lazy: async () => ({ Component: (await import('../features/weighIn')).WeighInPage }),
      },
      {
        path: '/shoots/:shootId/shots/:shotId',
        lazy: async () => ({ Component: (await import('../features/bench')).BenchPage }),
      },
      { path: '*', element: <Lost /> },
    ],
  },
])
