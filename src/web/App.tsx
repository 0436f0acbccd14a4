import { CssBaseline, ThemeProvider } from '@mui/material';
import { RouterProvider, type RouterProviderProps } from 'react-router';
import { useLook } from './hooks/look.ts';
import { UndoProvider } from './parts/Undo.tsx';
import { THEMES } from './theme/theme.ts';

/** The program around its pages: its look, and what is told at the foot of every page. */
export function App({ router }: Pick<RouterProviderProps, 'router'>) {
  return (
    <ThemeProvider theme={THEMES[useLook()]}>
      <CssBaseline />
      <UndoProvider>
        <RouterProvider router={router} />
      </UndoProvider>
    </ThemeProvider>
  );
}
