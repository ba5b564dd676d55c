/** Under the book: the profile, or what was asked for instead. */
import type { Scene } from '@deft/core/fit';
import { ProfileView } from '../../book/profile/ProfileView';
import type { useCuts } from '../../book/useCuts';
import { ArrangeView } from './ArrangeView';
import { BodyView } from './BodyView';
import { InWords } from './InWords';
import { MeasureView } from './MeasureView';
import { TestFits } from './TestFits';
import type { useArranger } from './useArranger';
import type { FitView } from './useFitView';
import { WiresView } from './wires/WiresView';

/** In 3D the picture takes the room of the profile. */
export const isProfileHidden = ({ panel, picture }: FitView, scene: Scene): boolean =>
  panel === 'profile' && (picture === 'solid' || !scene.shell);

export function Under({
  view,
  scene,
  lines,
  arranger,
}: {
  view: FitView;
  scene: Scene;
  lines: ReturnType<typeof useCuts>;
  arranger: ReturnType<typeof useArranger>;
}) {
  const { panel, closePanel: close, ends, setEnds, bundle, setBundle, setGhost } = view;
  switch (panel) {
    case 'hands':
      return <BodyView onClose={close} />;
    case 'fits':
      return <TestFits onGhost={setGhost} onClose={close} />;
    case 'measure':
      return <MeasureView scene={scene} ends={ends} onEnds={setEnds} onClose={close} />;
    case 'wires':
      return <WiresView chosen={bundle} onChoose={setBundle} onClose={close} />;
    case 'arrange':
      return <ArrangeView arranger={arranger} onGhost={setGhost} onClose={close} />;
    case 'words':
      return <InWords scene={scene} />;
    case 'profile':
      return <ProfileView scene={scene} lines={lines} several />;
  }
}
