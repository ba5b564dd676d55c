/** The body this station works on: the only one, or with two donors the one that is chosen in the address. */
import { useSearchParams } from 'react-router';
import { z } from 'zod';
import type { Body } from '@deft/core/model';
import { useBuild } from '../../state/build';

const Which = z.coerce.number().int().min(0).max(1).catch(0);

export function useShell() {
  const { doc, edit } = useBuild('doc', 'edit');
  const [params] = useSearchParams();
  const at = Math.min(
    Which.parse(params.get('body') ?? 0),
    Math.max(0, doc.shell.bodies.length - 1),
  );
  const setBody = (
    b: Body | ((was: Body | undefined) => Body),
    merge?: string,
  ): string | undefined =>
    edit((p) => {
      const next = typeof b === 'function' ? b(p.shell.bodies[at]) : b;
      const bodies = [...p.shell.bodies];
      bodies[at] = next;
      return { ...p, shell: { ...p.shell, bodies } };
    }, merge);
  return { body: doc.shell.bodies[at], at, setBody };
}
