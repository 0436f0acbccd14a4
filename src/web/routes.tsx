import { Navigate, type RouteObject } from 'react-router';
import { BenchFrame } from './pages/BenchFrame.tsx';
import { BoardsPage } from './pages/BoardsPage.tsx';
import { Frame } from './pages/Frame.tsx';
import { HousePage } from './pages/HousePage.tsx';
import { JobsPage } from './pages/JobsPage.tsx';
import { LayersPage } from './pages/LayersPage.tsx';
import { PartsPage } from './pages/PartsPage.tsx';
import { RackPage } from './pages/RackPage.tsx';
import { ShelfPage } from './pages/ShelfPage.tsx';
import { StoryPage } from './pages/StoryPage.tsx';
import { TargetPage } from './pages/TargetPage.tsx';
import { TogetherPage } from './pages/TogetherPage.tsx';
import { VerdictPage } from './pages/VerdictPage.tsx';
import { WoodsPage } from './pages/WoodsPage.tsx';
import { NothingHere } from './parts/NothingHere.tsx';

/** Every place of the program and its address. */
export const ROUTES: RouteObject[] = [
  {
    element: <Frame />,
    errorElement: <NothingHere />,
    children: [
      { index: true, element: <Navigate to="/jobs" replace /> },
      { path: 'jobs', element: <JobsPage /> },
      {
        path: 'jobs/:jobNumber',
        element: <BenchFrame />,
        children: [
          { index: true, element: <Navigate to="target" replace /> },
          { path: 'target', element: <TargetPage /> },
          { path: 'woods', element: <WoodsPage /> },
          { path: 'parts', element: <PartsPage /> },
          { path: 'story', element: <StoryPage /> },
          { path: 'layers', element: <LayersPage /> },
          { path: 'together', element: <TogetherPage /> },
          { path: 'boards', element: <BoardsPage /> },
          { path: 'verdict', element: <VerdictPage /> },
        ],
      },
      { path: 'shelf', element: <ShelfPage /> },
      { path: 'rack', element: <RackPage /> },
      { path: 'house', element: <HousePage /> },
      { path: '*', element: <NothingHere /> },
    ],
  },
];
