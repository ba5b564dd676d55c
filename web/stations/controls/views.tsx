/** The views of the controls, kept in the address. */
import { useSearchParams } from 'react-router';
import { z } from 'zod';
import { useBuild } from '../../state/build';
import { Views } from '../../ui/Views';

const VIEWS = [
  { id: 'inputs', name: 'Inputs' },
  { id: 'pins', name: 'Header pins' },
  { id: 'ways', name: 'Compare ways' },
  { id: 'games', name: 'Games' },
  { id: 'lag', name: 'Lag' },
  { id: 'board', name: 'Kept board' },
  { id: 'serial', name: 'Serial pads' },
  { id: 'press', name: 'Press test' },
] as const;
type View = (typeof VIEWS)[number]['id'];
const ViewId = z.enum(VIEWS.map((v) => v.id) as [View, ...View[]]).catch('inputs');

export const useView = (): View => ViewId.parse(useSearchParams()[0].get('view') ?? 'inputs');

export function ViewTabs() {
  const { check } = useBuild('check');
  const open = (of: string): number =>
    check.findings.filter((f) => f.check === of && f.verdict !== 'clear').length;
  return (
    <Views
      label="Views of the controls"
      views={VIEWS}
      here={useView()}
      counts={{
        games: open('chord'),
        board: open('trace'),
        serial: open('bus'),
        press: open('answer'),
      }}
    />
  );
}
