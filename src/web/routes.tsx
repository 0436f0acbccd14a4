import { Navigate, type RouteObject } from 'react-router';
import { NothingHere } from './components/NothingHere.tsx';
import { Frame } from './pages/Frame.tsx';
import { JobsPage } from './pages/JobsPage.tsx';

/** Every place of the program and its address. A page is fetched when it is first gone to; the first one comes at once. */
export const ROUTES: RouteObject[] = [
  {
    element: <Frame />,
    errorElement: <NothingHere />,
    hydrateFallbackElement: <div />,
    children: [
      { index: true, element: <Navigate to="/jobs" replace /> },
      { path: 'jobs', element: <JobsPage /> },
      {
        path: 'jobs/:jobNumber',
        lazy: async () => ({ Component: (await import('./pages/BenchFrame.tsx')).BenchFrame }),
        children: [
          { index: true, element: <Navigate to="target" replace /> },
          { path: 'target', lazy: async () => ({ Component: (await import('./pages/TargetPage.tsx')).TargetPage }) },
          { path: 'woods', lazy: async () => ({ Component: (await import('./pages/WoodsPage.tsx')).WoodsPage }) },
          { path: 'parts', lazy: async () => ({ Component: (await import('./pages/PartsPage.tsx')).PartsPage }) },
          { path: 'story', lazy: async () => ({ Component: (await import('./pages/StoryPage.tsx')).StoryPage }) },
          { path: 'layers', lazy: async () => ({ Component: (await import('./pages/LayersPage.tsx')).LayersPage }) },
          {
            path: 'together',
            lazy: async () => ({ Component: (await import('./pages/TogetherPage.tsx')).TogetherPage }),
          },
          { path: 'boards', lazy: async () => ({ Component: (await import('./pages/BoardsPage.tsx')).BoardsPage }) },
          { path: 'picture', lazy: async () => ({ Component: (await import('./pages/PicturePage.tsx')).PicturePage }) },
          { path: 'mix', lazy: async () => ({ Component: (await import('./pages/MixPage.tsx')).MixPage }) },
          { path: 'bracket', lazy: async () => ({ Component: (await import('./pages/BracketPage.tsx')).BracketPage }) },
          { path: 'quote', lazy: async () => ({ Component: (await import('./pages/QuotePage.tsx')).QuotePage }) },
          { path: 'work', lazy: async () => ({ Component: (await import('./pages/WorkPage.tsx')).WorkPage }) },
          { path: 'batch', lazy: async () => ({ Component: (await import('./pages/BatchPage.tsx')).BatchPage }) },
          { path: 'pile', lazy: async () => ({ Component: (await import('./pages/PilePage.tsx')).PilePage }) },
          { path: 'repair', lazy: async () => ({ Component: (await import('./pages/RepairPage.tsx')).RepairPage }) },
          {
            path: 'hand-over',
            lazy: async () => ({ Component: (await import('./pages/HandOverPage.tsx')).HandOverPage }),
          },
          { path: 'verdict', lazy: async () => ({ Component: (await import('./pages/VerdictPage.tsx')).VerdictPage }) },
        ],
      },
      {
        path: 'clock',
        lazy: async () => ({ Component: (await import('./pages/ClockFrame.tsx')).ClockFrame }),
        children: [
          { index: true, lazy: async () => ({ Component: (await import('./pages/ClockPage.tsx')).ClockPage }) },
          { path: 'week', lazy: async () => ({ Component: (await import('./pages/WeekPage.tsx')).WeekPage }) },
          { path: 'day', lazy: async () => ({ Component: (await import('./pages/DayPage.tsx')).DayPage }) },
        ],
      },
      { path: 'start', lazy: async () => ({ Component: (await import('./pages/StartPage.tsx')).StartPage }) },
      { path: 'shelf', lazy: async () => ({ Component: (await import('./pages/ShelfPage.tsx')).ShelfPage }) },
      {
        path: 'notebook',
        lazy: async () => ({ Component: (await import('./pages/NotebookPage.tsx')).NotebookPage }),
      },
      {
        path: 'notebook/learned',
        lazy: async () => ({ Component: (await import('./pages/LearnedPage.tsx')).LearnedPage }),
      },
      { path: 'rack', lazy: async () => ({ Component: (await import('./pages/RackPage.tsx')).RackPage }) },
      { path: 'house', lazy: async () => ({ Component: (await import('./pages/HousePage.tsx')).HousePage }) },
      { path: '*', element: <NothingHere /> },
    ],
  },
  {
    // The customer's: nothing of the shop stands around it.
    path: 'jobs/:jobNumber/choice/:bracketId',
    errorElement: <NothingHere />,
    hydrateFallbackElement: <div />,
    lazy: async () => ({ Component: (await import('./pages/ChoicePage.tsx')).ChoicePage }),
  },
];
