import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Navigate } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { Toaster } from 'sonner';
import { SWRConfig } from 'swr';
import { PageFault } from './shell/Fault';
import { StartPage } from './shell/StartPage';
import './styles.css';

const errorElement = <PageFault />;
/** The first page is the list of shows; the rest is fetched when somebody goes there. Until then nothing stands. */
const hydrateFallbackElement = <div />;
const router = createBrowserRouter([
  { path: '/', element: <StartPage />, errorElement },
  {
    path: '/shelf',
    lazy: async () => ({ Component: (await import('./shelf/ShelfPage')).ShelfPage }),
    errorElement,
    hydrateFallbackElement,
  },
  { path: '/shows/:id', element: <Navigate to="hang" replace />, errorElement },
  {
    path: '/shows/:id/:step',
    lazy: async () => ({ Component: (await import('./shell/ShowPage')).ShowPage }),
    errorElement,
    hydrateFallbackElement,
  },
  { path: '*', element: <Navigate to="/" replace />, errorElement },
]);

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <SWRConfig value={{ revalidateOnFocus: true, shouldRetryOnError: true, errorRetryInterval: 1500 }}>
      <RouterProvider router={router} />
      <Toaster
        position="bottom-left"
        toastOptions={{
          style: {
            background: 'var(--sheet)',
            color: 'var(--ink)',
            border: '1px solid var(--pencil)',
            borderRadius: 2,
            fontFamily: 'inherit',
          },
        }}
      />
    </SWRConfig>
  </StrictMode>,
);
