/** Shell: one trustworthy cavity, by calliper, round, file, picture or drawing; and what is kept of the donor. */
import { lazy } from 'react';
import { ReadingsView } from './readings/ReadingsView';
import { useView } from './ViewTabs';

const RoundView = lazy(() => import('./round/RoundView'));
const MeshView = lazy(() => import('./mesh/MeshView'));
const PictureView = lazy(() => import('./picture/PictureView'));
const DonorView = lazy(() => import('./donor/DonorView'));
const BodiesView = lazy(() => import('./bodies/BodiesView'));

export default function ShellStation() {
  const view = useView();
  if (view === 'round') return <RoundView />;
  if (view === 'file') return <MeshView />;
  if (view === 'picture') return <PictureView />;
  if (view === 'donor') return <DonorView />;
  if (view === 'bodies') return <BodiesView />;
  return <ReadingsView />;
}
