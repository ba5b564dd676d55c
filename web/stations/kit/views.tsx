/** The views of the kit, kept in the address. */
import { useSearchParams } from 'react-router';
import { z } from 'zod';
import { useBuild } from '../../state/build';
import { Views } from '../../ui/Views';

const VIEWS = [
  { id: 'part', name: 'Part' },
  { id: 'chains', name: 'Chains' },
  { id: 'trees', name: '5 V and data' },
  { id: 'swap', name: 'Swap' },
  { id: 'risks', name: 'Untried' },
  { id: 'bill', name: 'Bill' },
] as const;
export type View = (typeof VIEWS)[number]['id'];
const ViewId = z.enum(VIEWS.map((v) => v.id) as [View, ...View[]]).catch('part');

export const useView = (): View => ViewId.parse(useSearchParams()[0].get('view') ?? 'part');

export function ViewTabs() {
  const { check } = useBuild('check');
  const chains = check.findings.filter((f) => f.check === 'chain').length;
  return <Views label="Views of the kit" views={VIEWS} here={useView()} counts={{ chains }} />;
}
