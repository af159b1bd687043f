import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { createQueryClient } from '../queries/queries.ts';
import { applyTheme } from '../settings/reader.ts';
import { GlobalStyle } from '../ui/theme.ts';
import { keepPages } from './offline/keepPages.ts';
import { router } from './router.tsx';

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
