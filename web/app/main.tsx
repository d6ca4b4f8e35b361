import '@fontsource-variable/public-sans';
import '@fontsource-variable/source-serif-4';
import '@fontsource-variable/source-serif-4/wght-italic.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { ProblemError } from './api';
import { App } from './App';
import { GlobalStyle } from './theme';

const client = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 15_000,
      refetchOnWindowFocus: false,
      retry: (count, error) =>
        count < 3 && error instanceof ProblemError && (error.status === 0 || error.status === 503),
      retryDelay: (attempt) => Math.min(4000, 500 * 2 ** attempt),
    },
  },
});

const root = document.getElementById('root');
if (root)
  createRoot(root).render(
    <StrictMode>
      <GlobalStyle />
      <QueryClientProvider client={client}>
        <BrowserRouter>
          <App />
        </BrowserRouter>
      </QueryClientProvider>
    </StrictMode>,
  );
