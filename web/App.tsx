/** Theme, queries and addresses. Each station loads when it is first opened. */
import { lazy, Suspense, useEffect, useMemo } from 'react';
import { ConfigProvider } from 'antd';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { Home } from './stations/home/Home';
import { Broken } from './ui/Broken';
import { controlTheme, cssVariables } from './theme/theme';
import { useDark } from './theme/useDark';

const loadFrame = () => import('./stations/BuildFrame');
const loadNew = () => import('./stations/home/NewBuild');
/** Each station by its place in the address. */
const STATIONS: Readonly<Record<string, () => Promise<{ default: React.ComponentType }>>> = {
  brief: () => import('./stations/brief/BriefStation'),
  shell: () => import('./stations/shell/ShellStation'),
  kit: () => import('./stations/kit/KitStation'),
  fit: () => import('./stations/fit/FitStation'),
  cut: () => import('./stations/cut/CutStation'),
  controls: () => import('./stations/controls/ControlsStation'),
  power: () => import('./stations/power/PowerStation'),
  bench: () => import('./stations/bench/BenchStation'),
  sound: () => import('./stations/sound/SoundStation'),
  print: () => import('./stations/print/PrintView'),
  build: () => import('./stations/build/BuildStation'),
};

/** What the address asks for comes at once, and not one after another as each is drawn. */
function fetchAhead(path: string): void {
  const [, build, station] = /^\/b\/([^/]+)(?:\/([^/]+))?/.exec(path) ?? [];
  if (!build) return;
  const load = STATIONS[station ?? 'fit'];
  // What does not come is asked for again where it is drawn, and said there.
  void Promise.allSettled(load ? [loadFrame(), load()] : [loadFrame()]);
}
fetchAhead(window.location.pathname);

const BuildFrame = lazy(loadFrame);
const lazily = (load: () => Promise<{ default: React.ComponentType }>) => {
  const Part = lazy(load);
  return <Part />;
};

const router = createBrowserRouter([
  { path: '/', element: <Home />, errorElement: <Broken /> },
  { path: '/new', element: lazily(loadNew), errorElement: <Broken /> },
  {
    path: '/b/:key',
    element: <BuildFrame />,
    errorElement: <Broken />,
    children: [
      { index: true, element: <Navigate to="fit" replace /> },
      ...Object.entries(STATIONS).map(([path, load]) => ({ path, element: lazily(load) })),
    ],
  },
  { path: '*', element: <Broken /> },
]);

export function App() {
  const client = useMemo(
    () =>
      new QueryClient({
        // A machine without a network still reaches a server on itself: nothing waits for one.
        defaultOptions: {
          queries: {
            retry: 1,
            staleTime: 5000,
            refetchOnWindowFocus: false,
            networkMode: 'always',
          },
          mutations: { networkMode: 'always' },
        },
      }),
    [],
  );
  const { dark } = useDark();
  useEffect(() => {
    const style =
      document.getElementById('deft-colours') ??
      document.head.appendChild(
        Object.assign(document.createElement('style'), { id: 'deft-colours' }),
      );
    style.textContent = cssVariables(dark);
  }, [dark]);
  return (
    <ConfigProvider theme={controlTheme(dark)} wave={{ disabled: true }}>
      <QueryClientProvider client={client}>
        <Suspense
          fallback={
            <p className="home note" role="status">
              Opening ...
            </p>
          }
        >
          <RouterProvider router={router} />
        </Suspense>
      </QueryClientProvider>
    </ConfigProvider>
  );
}
