import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Navigate } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { Toaster } from 'sonner';
import { SWRConfig } from 'swr';
import { ShelfPage } from './shelf/ShelfPage';
import { PageFault } from './shell/Fault';
import { ShowPage } from './shell/ShowPage';
import { StartPage } from './shell/StartPage';
import './styles.css';

const errorElement = <PageFault />;
const router = createBrowserRouter([
  { path: '/', element: <StartPage />, errorElement },
  { path: '/shelf', element: <ShelfPage />, errorElement },
  { path: '/shows/:id', element: <Navigate to="hang" replace />, errorElement },
  { path: '/shows/:id/:step', element: <ShowPage />, errorElement },
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
