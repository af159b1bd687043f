import '@fontsource-variable/atkinson-hyperlegible-next/wght.css';
import '@fontsource-variable/fraunces/opsz.css';
import '@fontsource-variable/fraunces/opsz-italic.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { applyTheme } from './state/settings.ts';
import { CrashPage } from './ui/CrashPage.tsx';
import { Shell } from './ui/Shell.tsx';
import { LoadingState, NotFoundState } from './ui/states.tsx';
import { GlobalStyle } from './ui/theme.ts';

/** Every screen has an address. The song desk with its editor is fetched when it is first opened. */
const router = createBrowserRouter([
  {
    errorElement: <CrashPage />,
    hydrateFallbackElement: <LoadingState what="the page" />,
    children: [
      {
        path: '/s/:token',
        lazy: async () => ({ Component: (await import('./share/SharePage.tsx')).SharePage }),
      },
      {
        element: <Shell />,
        children: [
          { path: '/', element: <Navigate to="/songs" replace /> },
          {
            path: '/songs',
            lazy: async () => ({
              Component: (await import('./songs/SongsScreen.tsx')).SongsScreen,
            }),
          },
          {
            path: '/songs/import',
            lazy: async () => ({
              Component: (await import('./import/ImportScreen.tsx')).ImportScreen,
            }),
          },
          {
            path: '/songs/:songId/print',
            lazy: async () => ({
              Component: (await import('./paper/PaperScreen.tsx')).PaperScreen,
            }),
          },
          {
            path: '/songs/:songId/:lens?',
            lazy: async () => ({ Component: (await import('./song/SongScreen.tsx')).SongScreen }),
          },
          {
            path: '/sets',
            lazy: async () => ({ Component: (await import('./sets/SetsScreen.tsx')).SetsScreen }),
          },
          {
            path: '/sets/:setId',
            lazy: async () => ({ Component: (await import('./set/SetScreen.tsx')).SetScreen }),
          },
          {
            path: '*',
            element: (
              <NotFoundState title="No page at this address">
                The address may be mistyped.
              </NotFoundState>
            ),
          },
        ],
      },
    ],
  },
]);

applyTheme();
createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <GlobalStyle />
    <RouterProvider router={router} />
  </StrictMode>,
);
