/** The views of the supply, kept in the address. */
import { useSearchParams } from 'react-router';
import { z } from 'zod';
import { useBuild } from '../../state/build';
import { Views } from '../../ui/Views';

const VIEWS = [
  { id: 'hours', name: 'Hours' },
  { id: 'network', name: 'What feeds what' },
  { id: 'charging', name: 'Charging' },
  { id: 'heat', name: 'Heat' },
  { id: 'lamps', name: 'Lamps' },
  { id: 'off', name: 'Off' },
] as const;
type View = (typeof VIEWS)[number]['id'];
const ViewId = z.enum(VIEWS.map((v) => v.id) as [View, ...View[]]).catch('hours');

export const useView = (): View => ViewId.parse(useSearchParams()[0].get('view') ?? 'hours');

export function ViewTabs() {
  const { check } = useBuild('check');
  const open = (...of: string[]): number =>
    check.findings.filter(
      (f) => f.station === 'power' && of.includes(f.check) && f.verdict !== 'clear',
    ).length;
  return (
    <Views
      label="Views of the supply"
      views={VIEWS}
      here={useView()}
      counts={{
        hours: open('hours'),
        network: open('rail', 'supply'),
        charging: open('charge'),
        heat: open('heat'),
      }}
    />
  );
}
