/**
 * A new build in one screen: which way it is built, its name, and what is at hand to begin with.
 * Nothing else is set; goals, sizes and parts are the builder's.
 */
import { useState } from 'react';
import { Button, Input } from 'antd';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Link, useNavigate } from 'react-router';
import { emptyProject, type Project } from '@deft/core/model';
import { createBuild, isOffline } from '../../state/api';
import { knownBuilds } from '../../state/kept';
import { Ways } from '../../ui/ways';
import style from './NewBuild.module.css';
import { Bad } from '../../ui/Bad';

/** What one may begin with, and where that is taken up. */
const BEGINNINGS: ReadonlyArray<{ name: string; says: string; at: string }> = [
  { name: 'A shell to measure', says: 'Eight values with callipers.', at: 'shell' },
  { name: 'A 3D file of it', says: 'STL, OBJ, 3MF or STEP of the halves.', at: 'shell?view=file' },
  { name: 'A picture of it', says: 'A photo or scan, put to scale.', at: 'shell?view=picture' },
  { name: 'Nothing yet', says: 'Goals first: what it must do.', at: 'brief' },
];
const UNNAMED = 'New build';

export default function NewBuild() {
  const [way, setWay] = useState<Project['way']>();
  const [name, setName] = useState('');
  const [bad, setBad] = useState<string>();
  const builds = useQuery({ queryKey: ['builds'], queryFn: knownBuilds });
  const go = useNavigate();
  const start = useMutation({
    mutationFn: async (at: string) => {
      const made = await createBuild(emptyProject('new-build', name.trim() || UNNAMED, way));
      return `/b/${made.key}/${at}`;
    },
    onSuccess: (at) => go(at),
    onError: (e) =>
      setBad(
        isOffline(e)
          ? 'The server does not answer. Start it with npm start, then try again.'
          : e.message,
      ),
  });
  const alike = builds.data?.builds.filter((b) => b.way === way).slice(0, 3) ?? [];
  return (
    <main className={`home ${style.page}`}>
      <header className="row">
        <h1 className="grow">A new build</h1>
        <Link to="/">Back to the builds</Link>
      </header>
      <section aria-label="Way to build">
        <h2>How is it built?</h2>
        <Ways chosen={way} onChoose={setWay} />
        {alike.length > 0 && (
          <p className="note">
            Built this way, opened beside:{' '}
            {alike.map((b, i) => (
              <span key={b.key}>
                {i > 0 && ', '}
                <a href={`/b/${b.key}/fit`} target="_blank" rel="noreferrer">
                  {b.name}
                </a>
              </span>
            ))}
          </p>
        )}
      </section>
      <section aria-label="Name" className={style.name}>
        <h2>
          <label htmlFor="new-name">Its name</label>
        </h2>
        <Input
          id="new-name"
          value={name}
          maxLength={120}
          placeholder={UNNAMED}
          onChange={(e) => setName(e.target.value)}
        />
      </section>
      <section aria-label="What is at hand">
        <h2>What is at hand?</h2>
        {!way && (
          <p className="note">Choose first how it is built; it can be changed later in Brief.</p>
        )}
        <div className={style.beginnings}>
          {BEGINNINGS.map((b, i) => (
            <Button
              key={b.at}
              type={i === 0 && way ? 'primary' : 'default'}
              disabled={!way || start.isPending}
              title={way ? undefined : 'Choose first how it is built.'}
              onClick={() => start.mutate(b.at)}
            >
              <span>
                <b>{b.name}</b>
                <small>{b.says}</small>
              </span>
            </Button>
          ))}
        </div>
        <Bad said={bad} />
      </section>
    </main>
  );
}
