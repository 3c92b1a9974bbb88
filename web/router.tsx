import { lazy, Suspense } from 'react';
import { createBrowserRouter, Navigate } from 'react-router';
import { JobFrame } from './pages/JobFrame.tsx';
import { JobsPage } from './pages/JobsPage.tsx';
import { ErrorPage, LostPage } from './pages/LostPage.tsx';

const FindingKindsPage = lazy(() => import('./pages/FindingKindsPage.tsx'));
const SitePage = lazy(() => import('./pages/SitePage.tsx'));
const RoomsPage = lazy(() => import('./pages/RoomsPage.tsx'));
const EmittersPage = lazy(() => import('./pages/EmittersPage.tsx'));
const CircuitsPage = lazy(() => import('./pages/CircuitsPage.tsx'));
const PipesPage = lazy(() => import('./pages/PipesPage.tsx'));
const PlantPage = lazy(() => import('./pages/PlantPage.tsx'));
const DutyPage = lazy(() => import('./pages/DutyPage.tsx'));
const ControlsPage = lazy(() => import('./pages/ControlsPage.tsx'));
const RunPage = lazy(() => import('./pages/RunPage.tsx'));
const PapersPage = lazy(() => import('./pages/PapersPage.tsx'));

export const router = createBrowserRouter([
  { path: '/', element: <JobsPage />, errorElement: <ErrorPage /> },
  {
    path: '/jobs/:id',
    element: <JobFrame />,
    errorElement: <ErrorPage />,
    children: [
      { index: true, element: <Navigate to="plant" replace /> },
      { path: 'site', element: <SitePage /> },
      { path: 'rooms', element: <RoomsPage /> },
      { path: 'emitters', element: <EmittersPage /> },
      { path: 'circuits', element: <CircuitsPage /> },
      { path: 'pipes', element: <PipesPage /> },
      { path: 'plant', element: <PlantPage /> },
      { path: 'duty', element: <DutyPage /> },
      { path: 'controls', element: <ControlsPage /> },
      { path: 'run', element: <RunPage /> },
      { path: 'papers', element: <PapersPage /> },
    ],
  },
  {
    path: '/findings',
    element: (
      <Suspense>
        <FindingKindsPage />
      </Suspense>
    ),
    errorElement: <ErrorPage />,
  },
  { path: '*', element: <LostPage /> },
]);
