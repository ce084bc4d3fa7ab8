import '../fonts/fonts.css';
import './theme/irvak.css';
import { notifyManager, QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy, StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Route, Routes } from 'react-router';
import { Bench } from './bench/Bench';
import { Away } from './frame/Away';
import { Caught } from './frame/Caught';
import { Message } from './frame/Message';
import { Palette } from './frame/Palette';
import { followRenewal } from './frame/renewed';
import { ThemeRoot } from './theme/ThemeRoot';

const JobPage = lazy(() => import('./stages/JobPage').then((m) => ({ default: m.JobPage })));
const BeginJob = lazy(() => import('./begin/BeginJob'));
const Shelf = lazy(() => import('./shelf/Shelf'));
const SheetPage = lazy(() => import('./shelf/SheetPage'));
const SheetEditor = lazy(() => import('./editor/SheetEditor'));
const PartEditor = lazy(() => import('./editor/PartEditor'));
const List = lazy(() => import('./shelf/List'));
const Sheets = lazy(() => import('./shelf/Sheets'));
const Evidence = lazy(() => import('./shelf/Evidence'));
const QuickSums = lazy(() => import('./quick/QuickSums'));
const Rules = lazy(() => import('./shelf/Rules'));

// What a key changes is drawn once: all that follows from it is told before anything is drawn.
notifyManager.setScheduler(queueMicrotask);

const client = new QueryClient({
  // The host is often this very machine: it answers without any network.
  defaultOptions: {
    queries: { staleTime: 30_000, refetchOnWindowFocus: true, networkMode: 'always' },
    mutations: { networkMode: 'always' },
  },
});

followRenewal();

// The page opens without a network once it was open with one. Browsers allow that on this machine and over HTTPS only.
if (import.meta.env.PROD && 'serviceWorker' in navigator)
  window.addEventListener('load', () => void navigator.serviceWorker.register('/sw.js').catch(() => undefined));

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <ThemeRoot>
        <Away />
        <BrowserRouter>
          <Palette />
          <Caught>
            <Suspense fallback={<main />}>
              <Routes>
                <Route path="/" element={<Bench />} />
                <Route path="/begin" element={<BeginJob />} />
                <Route path="/jobs/:number/:stage?" element={<JobPage />} />
                <Route path="/shelf" element={<Shelf />} />
                <Route path="/sheets" element={<Sheets />} />
                <Route path="/shelf/list" element={<List />} />
                <Route path="/shelf/new" element={<PartEditor key="new" />} />
                <Route path="/shelf/:id" element={<PartEditor />} />
                <Route path="/sheets/new" element={<SheetEditor key="new" />} />
                <Route path="/sheets/:id" element={<SheetPage />} />
                <Route path="/sheets/:id/edit" element={<SheetEditor />} />
                <Route path="/evidence" element={<Evidence />} />
                <Route path="/sums" element={<QuickSums />} />
                <Route path="/rules" element={<Rules />} />
                <Route path="*" element={<Message title="Nothing here" text="This address leads nowhere." />} />
              </Routes>
            </Suspense>
          </Caught>
        </BrowserRouter>
      </ThemeRoot>
    </QueryClientProvider>
  </StrictMode>,
);
