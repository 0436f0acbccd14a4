import '@fontsource/atkinson-hyperlegible-next/400.css';
import '@fontsource/atkinson-hyperlegible-next/500.css';
import '@fontsource/atkinson-hyperlegible-next/700.css';
import '@fontsource/atkinson-hyperlegible-mono/400.css';
import '@fontsource/atkinson-hyperlegible-mono/700.css';
import './theme/global.css';
import { CssBaseline, ThemeProvider } from '@mui/material';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { BenchFrame } from './pages/BenchFrame.tsx';
import { BoardsPage } from './pages/BoardsPage.tsx';
import { Frame } from './pages/Frame.tsx';
import { JobsPage } from './pages/JobsPage.tsx';
import { LayersPage } from './pages/LayersPage.tsx';
import { NothingHere } from './pages/NothingHere.tsx';
import { ShelfPage } from './pages/ShelfPage.tsx';
import { TargetPage } from './pages/TargetPage.tsx';
import { TogetherPage } from './pages/TogetherPage.tsx';
import { VerdictPage } from './pages/VerdictPage.tsx';
import { WoodsPage } from './pages/WoodsPage.tsx';
import { UndoProvider } from './parts/Undo.tsx';
import { theme } from './theme/theme.ts';

const router = createBrowserRouter([
  {
    element: <Frame />,
    errorElement: <NothingHere />,
    children: [
      { index: true, element: <Navigate to="/jobs" replace /> },
      { path: 'jobs', element: <JobsPage /> },
      {
        path: 'jobs/:jobId',
        element: <BenchFrame />,
        children: [
          { index: true, element: <Navigate to="target" replace /> },
          { path: 'target', element: <TargetPage /> },
          { path: 'woods', element: <WoodsPage /> },
          { path: 'layers', element: <LayersPage /> },
          { path: 'together', element: <TogetherPage /> },
          { path: 'boards', element: <BoardsPage /> },
          { path: 'verdict', element: <VerdictPage /> },
        ],
      },
      { path: 'shelf', element: <ShelfPage /> },
      { path: '*', element: <NothingHere /> },
    ],
  },
]);

createRoot(document.getElementById('root') as HTMLElement).render(
  <StrictMode>
    <ThemeProvider theme={theme}>
      <CssBaseline />
      <UndoProvider>
        <RouterProvider router={router} />
      </UndoProvider>
    </ThemeProvider>
  </StrictMode>,
);
