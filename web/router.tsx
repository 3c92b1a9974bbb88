import type { ComponentType } from 'react';
import { createBrowserRouter, Navigate, type RouteObject } from 'react-router';
import { SignedIn } from './firm/SignedIn.tsx';
import { JobsPage } from './pages/JobsPage.tsx';
import { ErrorPage, LostPage, Waiting } from './pages/LostPage.tsx';
import { askEarly } from './state/early.ts';

/** A page that is fetched when it is gone to. */
const page = (path: string, fetchPage: () => Promise<{ default: ComponentType }>): RouteObject => ({
  path,
  lazy: async () => ({ Component: (await fetchPage()).default }),
});

export const router = createBrowserRouter([
  {
    path: '/',
    element: (
      <SignedIn>
        <JobsPage />
      </SignedIn>
    ),
    errorElement: <ErrorPage />,
  },
  {
    path: '/jobs/:id',
    lazy: async () => ({ Component: (await import('./pages/JobFrame.tsx')).default }),
    // The job is on its way while the program that shows it is.
    loader: ({ params }) => {
      askEarly(`/jobs/${params.id}`);
      return null;
    },
    shouldRevalidate: ({ currentParams, nextParams }) => currentParams.id !== nextParams.id,
    hydrateFallbackElement: <Waiting text="Opening the job …" />,
    errorElement: <ErrorPage />,
    children: [
      { index: true, element: <Navigate to="plant" replace /> },
      page('site', () => import('./pages/SitePage.tsx')),
      page('rooms', () => import('./pages/RoomsPage.tsx')),
      page('emitters', () => import('./pages/EmittersPage.tsx')),
      page('circuits', () => import('./pages/CircuitsPage.tsx')),
      page('pipes', () => import('./pages/PipesPage.tsx')),
      page('plant', () => import('./pages/PlantPage.tsx')),
      page('duty', () => import('./pages/DutyPage.tsx')),
      page('controls', () => import('./pages/ControlsPage.tsx')),
      page('run', () => import('./pages/RunPage.tsx')),
      page('papers', () => import('./pages/PapersPage.tsx')),
      page('book', () => import('./pages/BookPage.tsx')),
    ],
  },
  { path: '/findings', element: <Navigate to="/manual/findings" replace /> },
  ...(
    [
      ['/look', () => import('./pages/LookPage.tsx')],
      ['/manual', () => import('./pages/ManualPage.tsx')],
      ['/manual/:page', () => import('./pages/ManualPage.tsx')],
      ['/new', () => import('./pages/StartPage.tsx')],
      ['/sign-in', () => import('./pages/SignInPage.tsx')],
      ['/welcome', () => import('./pages/WelcomePage.tsx')],
      ['/join', () => import('./pages/JoinPage.tsx')],
      ['/guest', () => import('./pages/GuestPage.tsx')],
      ['/me', () => import('./pages/MePage.tsx')],
      ['/firm', () => import('./pages/FirmPage.tsx')],
    ] as const
  ).map(([path, fetchPage]) => ({
    ...page(path, fetchPage),
    hydrateFallbackElement: <Waiting text="One moment …" />,
    errorElement: <ErrorPage />,
  })),
  { path: '*', element: <LostPage /> },
]);
