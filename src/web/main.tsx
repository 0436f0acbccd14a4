import '@fontsource/atkinson-hyperlegible-next/400.css';
import '@fontsource/atkinson-hyperlegible-next/500.css';
import '@fontsource/atkinson-hyperlegible-next/700.css';
import '@fontsource/atkinson-hyperlegible-mono/400.css';
import '@fontsource/atkinson-hyperlegible-mono/700.css';
import './theme/global.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter } from 'react-router';
import { App } from './App.tsx';
import { ROUTES } from './routes.tsx';
import { boardPainter } from './workers/index.ts';

// Nearly every page shows a board: the painter wakes up while the page fetches what it is about.
boardPainter();
createRoot(document.getElementById('root') as HTMLElement).render(
  <StrictMode>
    <App router={createBrowserRouter(ROUTES)} />
  </StrictMode>,
);
