import { lazy, StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { ErrorBoundary } from 'react-error-boundary';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { SWRConfig } from 'swr';
import { present } from '#core/measure/list';
import { BASE } from '../state/base';
import { keepHere } from '../state/installed';
import { PageFault } from '../ui/Fault';
import { Gate } from './Gate';
import { NotFound } from './NotFound';
import { StartPage } from './StartPage';
import '../styles.css';

/** The first page is the list of shows; the rest of the house is fetched when somebody goes there. */
const ShelfPage = lazy(async () => ({ default: (await import('./ShelfPage')).ShelfPage }));
const JoinPage = lazy(async () => ({ default: (await import('./JoinPage')).JoinPage }));
const LookPage = lazy(async () => ({ default: (await import('./LookPage')).LookPage }));
const PeoplePage = lazy(async () => ({ default: (await import('./PeoplePage')).PeoplePage }));
const GuidePage = lazy(async () => ({ default: (await import('./GuidePage')).GuidePage }));
const Hand = lazy(async () => ({ default: (await import('../features/check/Hand')).Hand }));
const OnStage = lazy(async () => ({ default: (await import('../features/work/OnStage')).OnStage }));
const ShowPage = lazy(async () => ({ default: (await import('./ShowPage')).ShowPage }));

keepHere();
createRoot(present(document.getElementById('root'))).render(
  <StrictMode>
    <SWRConfig value={{ revalidateOnFocus: true, shouldRetryOnError: true, errorRetryInterval: 1500 }}>
      {/* A step is there at once, with its panel on its way: a transition would hold the old step, and take keys for it. */}
      <BrowserRouter useTransitions={false} basename={BASE}>
        <ErrorBoundary FallbackComponent={PageFault}>
          <Suspense>
            <Gate>
              <Routes>
                <Route path="/" element={<StartPage />} />
                <Route path="/guide" element={<GuidePage />} />
                <Route path="/shelf" element={<ShelfPage />} />
                <Route path="/join" element={<JoinPage />} />
                <Route path="/look" element={<LookPage />} />
                <Route path="/people" element={<PeoplePage />} />
                <Route path="/shows/:id" element={<Navigate to="hang" replace />} />
                <Route path="/shows/:id/in-hand" element={<ShowPage Inside={Hand} />} />
                <Route path="/shows/:id/on-stage" element={<ShowPage Inside={OnStage} />} />
                <Route path="/shows/:id/:step" element={<ShowPage />} />
                <Route path="*" element={<NotFound />} />
              </Routes>
            </Gate>
          </Suspense>
        </ErrorBoundary>
      </BrowserRouter>
    </SWRConfig>
  </StrictMode>,
);
