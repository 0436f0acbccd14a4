import { CssBaseline, ThemeProvider } from '@mui/material';
import { RouterProvider, type RouterProviderProps } from 'react-router';
import { ToastProvider } from './components/Toast.tsx';
import { useLook } from './hooks/look.ts';
import { THEMES } from './theme/theme.ts';

/** The program around its pages: its look, and what is told at the foot of every page. */
export function App({ router }: Pick<RouterProviderProps, 'router'>) {
  return (
    <ThemeProvider theme={THEMES[useLook()]}>
      <CssBaseline />
      <ToastProvider>
        <RouterProvider router={router} />
      </ToastProvider>
    </ThemeProvider>
  );
}
