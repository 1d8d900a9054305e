import { MantineProvider } from '@mantine/core';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { BooksPage } from '../books/BooksPage';
import { ContainerPage } from '../leavings/ContainerPage';
import { LeavingsPage } from '../leavings/LeavingsPage';
import { RegisterPage } from '../leavings/RegisterPage';
import { LotFilePage } from '../lots/LotFilePage';
import { LotsPage } from '../lots/LotsPage';
import { KindsPage } from '../materials/KindsPage';
import { PlanPage } from '../plan/PlanPage';
import { StepPage } from '../plan/StepPage';
import { PricesPage } from '../prices/PricesPage';
import { CardPage } from '../run/CardPage';
import { RunPage } from '../run/RunPage';
import { ShelfPage } from '../shelf/ShelfPage';
import { SourcesPage } from '../sources/SourcesPage';
import { CrystalsPage } from '../strength/CrystalsPage';
import { DryingPage } from '../strength/DryingPage';
import { StrengthPage } from '../strength/StrengthPage';
import { SettlementPage } from '../trail/SettlementPage';
import { TrailPage } from '../trail/TrailPage';
import { Frame } from './Frame';
import { theme } from './theme';

const queries = new QueryClient({
  defaultOptions: {
    // The server is on this machine: it answers whether there is a network or not.
    queries: { staleTime: 2000, retry: 1, refetchOnWindowFocus: true, networkMode: 'always' },
    mutations: { networkMode: 'always' },
  },
});

/** The application: theme, data, places. */
export function App() {
  return (
    <MantineProvider theme={theme} defaultColorScheme="light">
      <QueryClientProvider client={queries}>
        <BrowserRouter>
          <Routes>
            <Route element={<Frame />}>
              <Route index element={<Navigate to="/lots" replace />} />
              <Route path="lots/kinds/:kindId?" element={<KindsPage />} />
              <Route path="lots/prices" element={<PricesPage />} />
              <Route path="lots/file" element={<LotFilePage />} />
              <Route path="lots/:lotId?" element={<LotsPage />} />
              <Route path="plan/step" element={<StepPage />} />
              <Route path="plan/:lotId?" element={<PlanPage />} />
              <Route path="run/:batchId?" element={<RunPage />} />
              <Route path="run/:batchId/card" element={<CardPage />} />
              <Route path="trail/:batchId?" element={<TrailPage />} />
              <Route path="trail/:batchId/settlement" element={<SettlementPage />} />
              <Route path="strength" element={<StrengthPage />} />
              <Route path="strength/crystals" element={<CrystalsPage />} />
              <Route path="strength/drying" element={<DryingPage />} />
              <Route path="shelf/:view?/:bottleId?" element={<ShelfPage />} />
              <Route path="leavings" element={<LeavingsPage />} />
              <Route path="leavings/label" element={<ContainerPage />} />
              <Route path="leavings/register" element={<RegisterPage />} />
              <Route path="books/:view?" element={<BooksPage />} />
              <Route path="sources" element={<SourcesPage />} />
              <Route path="*" element={<Navigate to="/lots" replace />} />
            </Route>
          </Routes>
        </BrowserRouter>
      </QueryClientProvider>
    </MantineProvider>
  );
}
