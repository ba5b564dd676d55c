/** One body more: a lid to be measured, another box, or the shell of another build. */
import { useState } from 'react';
import { Button, Select } from 'antd';
import { useQuery } from '@tanstack/react-query';
import {
  applied,
  bareDock,
  type Body,
  bodyFor,
  type Joint,
  MOST_BODIES,
  type Project,
  type Shell,
  usualHinge,
  usualSeat,
  withBody,
} from '@deft/core/model';
import { knownBuilds, openBuild } from '../../../state/kept';
import { useBuild } from '../../../state/build';
import { Bad } from '../../../ui/Bad';
import style from './bodies.module.css';

/** How a new body starts out joined to the first. */
type Start = (shell: Shell, first: Body, added: Body) => Joint;
const DOCKED: Start = (shell, first, added) => usualSeat(shell, added, first);

export function AddBody({ onJoint }: { onJoint: (id: string) => void }) {
  const { doc, edit, showBody } = useBuild('doc', 'edit', 'showBody');
  const builds = useQuery({ queryKey: ['builds'], queryFn: knownBuilds });
  const [bad, setBad] = useState<string>();
  const { bodies } = doc.shell;
  const [first] = bodies;
  const isAlone = bodies.length === 1;
  const add = (name: string, wish: string, from?: Body, start?: Start): void => {
    const bare = withBody(doc, name, wish, from);
    const added = bare.shell.bodies.at(-1)!;
    const joint = first && start?.(bare.shell, first, added);
    const next: Project = joint ? applied(bare, { do: 'joint', joint }) : bare;
    const refused = edit(joint?.is === 'hinge' ? { ...next, way: 'graft' } : next);
    setBad(refused);
    if (refused) return;
    showBody(added.id);
    if (joint) onJoint(joint.id);
  };
  const from = async (key: string): Promise<void> => {
    try {
      const { document } = await openBuild(key);
      const other = bodyFor(document);
      // The second body of a build hangs on the first until it is said otherwise.
      if (other) add(other.name, 'second', other, isAlone ? usualHinge : undefined);
      else setBad('That build has no measured shell.');
    } catch (e) {
      setBad(e instanceof Error ? e.message : 'That build cannot be read.');
    }
  };
  if (bodies.length >= MOST_BODIES) {
    return <p className="note">{MOST_BODIES} bodies are as many as a build has.</p>;
  }
  return (
    <section className={style.add} aria-label="Add a body">
      <h3>Add a body</h3>
      {isAlone && (
        <Button onClick={() => add('Lid', 'lid', undefined, usualHinge)}>
          A lid as wide as this, to be measured
        </Button>
      )}
      {first && (
        <Button onClick={() => add('Dock', 'dock', bareDock(first), isAlone ? DOCKED : undefined)}>
          A dock, sleeve or pad, to be measured
        </Button>
      )}
      <Select
        aria-label="A body from a build"
        placeholder="the shell of another build"
        loading={builds.isPending}
        value={null}
        onChange={(key: string | null) => key && void from(key)}
        options={(builds.data?.builds ?? []).map((q) => ({ value: q.key, label: q.name }))}
      />
      <Bad said={bad} />
    </section>
  );
}
