/** One body more: a lid to be measured, another box, or the shell of another build. */
import { useState } from 'react';
import { Button, Select } from 'antd';
import { useQuery } from '@tanstack/react-query';
import { type Body, bodyFor, MOST_BODIES, usualHinge, withBody } from '@deft/core/model';
import { knownBuilds, openBuild } from '../../../state/kept';
import { useBuild } from '../../../state/build';
import { Bad } from '../../../ui/Bad';
import style from './bodies.module.css';

export function AddBody() {
  const { doc, edit, showBody } = useBuild('doc', 'edit', 'showBody');
  const builds = useQuery({ queryKey: ['builds'], queryFn: knownBuilds });
  const [bad, setBad] = useState<string>();
  const { bodies, hinge } = doc.shell;
  /** The second body of a build hangs on the first until it is said otherwise. */
  const add = (name: string, wish: string, from?: Body): void => {
    const next = withBody(doc, name, wish, from);
    const [first, second] = next.shell.bodies;
    const isSecond = bodies.length === 1 && first && second;
    const refused = edit(
      isSecond
        ? { ...next, way: 'graft', shell: { ...next.shell, hinge: usualHinge(first, second) } }
        : next,
    );
    setBad(refused);
    if (!refused) showBody(next.shell.bodies.at(-1)!.id);
  };
  const from = async (key: string): Promise<void> => {
    try {
      const { document } = await openBuild(key);
      const other = bodyFor(document);
      if (other) add(other.name, 'second', other);
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
      {!hinge && bodies.length === 1 && (
        <Button onClick={() => add('Lid', 'lid')}>A lid as wide as this, to be measured</Button>
      )}
      {bodies.length > 0 && (
        <Button onClick={() => add('Dock', 'dock')}>A dock, sleeve or pad, to be measured</Button>
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
