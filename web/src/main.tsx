import '@fontsource-variable/atkinson-hyperlegible-next/wght.css';
import '@fontsource-variable/fraunces/opsz.css';
import '@fontsource-variable/fraunces/wght-italic.css';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { keepPages } from './app/offline/keepPages.ts';
import { router } from './app/router.tsx';
import { applyTheme } from './settings/reader.ts';
import { createQueryClient } from './queries/queries.ts';
import { GlobalStyle } from './ui/theme.ts';

const queries = createQueryClient();
applyTheme();
createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <GlobalStyle />
    <QueryClientProvider client={queries}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  </StrictMode>,
);

if (import.meta.env.PROD) keepPages();
