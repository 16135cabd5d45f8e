import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Navigate } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { Toaster } from 'sonner';
import { SWRConfig } from 'swr';
import { ShelfPage } from './shelf/ShelfPage';
import { ShowPage } from './shell/ShowPage';
import { StartPage } from './shell/StartPage';
import './styles.css';

const router = createBrowserRouter([
  { path: '/', element: <StartPage /> },
  { path: '/shelf', element: <ShelfPage /> },
  { path: '/shows/:id', element: <Navigate to="hang" replace /> },
  { path: '/shows/:id/:step', element: <ShowPage /> },
  { path: '*', element: <Navigate to="/" replace /> },
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
