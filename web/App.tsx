/** Theme, queries and addresses. Each station loads when it is first opened. */
import { lazy, Suspense, useEffect, useMemo } from 'react';
import { ConfigProvider } from 'antd';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { Home } from './stations/home/Home';
import { Broken } from './ui/Broken';
import { controlTheme, cssVariables } from './theme/theme';
import { useDark } from './theme/useDark';

const BuildFrame = lazy(() => import('./stations/BuildFrame'));
const station = (load: () => Promise<{ default: React.ComponentType }>) => {
  const Part = lazy(load);
  return <Part />;
};

const router = createBrowserRouter([
  { path: '/', element: <Home />, errorElement: <Broken /> },
  {
    path: '/new',
    element: station(() => import('./stations/home/NewBuild')),
    errorElement: <Broken />,
  },
  {
    path: '/b/:key',
    element: <BuildFrame />,
    errorElement: <Broken />,
    children: [
      { index: true, element: <Navigate to="fit" replace /> },
      { path: 'brief', element: station(() => import('./stations/brief/BriefStation')) },
      { path: 'shell', element: station(() => import('./stations/shell/ShellStation')) },
      { path: 'kit', element: station(() => import('./stations/kit/KitStation')) },
      { path: 'fit', element: station(() => import('./stations/fit/FitStation')) },
      { path: 'cut', element: station(() => import('./stations/cut/CutStation')) },
      { path: 'controls', element: station(() => import('./stations/controls/ControlsStation')) },
      { path: 'power', element: station(() => import('./stations/power/PowerStation')) },
      { path: 'bench', element: station(() => import('./stations/bench/BenchStation')) },
      { path: 'sound', element: station(() => import('./stations/sound/SoundStation')) },
      { path: 'print', element: station(() => import('./stations/print/PrintView')) },
      { path: 'build', element: station(() => import('./stations/build/BuildStation')) },
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
