/** The body this station works on: the only one, or the one of several that is on show. */
import type { Body } from '@deft/core/model';
import { useBuild } from '../../state/build';

export function useShell() {
  const { doc, body: shown, edit } = useBuild('doc', 'body', 'edit');
  const at = Math.max(
    0,
    doc.shell.bodies.findIndex((b) => b.id === shown),
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
