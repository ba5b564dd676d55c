/** The builds: open, start, copy, delete with undo, export, import. */
import { useRef, useState } from 'react';
import { Button, Input } from 'antd';
import { useNavigate } from 'react-router';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import {
  deleteBuild,
  duplicateBuild,
  importBuild,
  isLocked,
  isOffline,
  restoreBuild,
  type ListedBuild,
} from '../../state/api';
import { BACK_MS, forgetKept, knownBuilds } from '../../state/kept';
import { Mark } from '../../ui/Mark';
import { BuildRow } from './BuildRow';
import { Copies } from './Copies';
import style from './Home.module.css';
import { PickedFile } from '../../ui/PickedFile';
import { Bad } from '../../ui/Bad';

/** A list this long is searched. */
const MANY = 7;

export function Home() {
  const builds = useQuery({
    queryKey: ['builds'],
    queryFn: knownBuilds,
    // A server that was away may be back.
    refetchInterval: (q) => (q.state.data?.kept ? BACK_MS : false),
  });
  const locked = useQuery({ queryKey: ['locked'], queryFn: isLocked, retry: false });
  const client = useQueryClient();
  const go = useNavigate();
  const picker = useRef<HTMLInputElement>(null);
  const [gone, setGone] = useState<ListedBuild>();
  const [bad, setBad] = useState<string>();
  const [wanted, setWanted] = useState('');
  const again = () => client.invalidateQueries({ queryKey: ['builds'] });
  const fail = (e: Error) =>
    setBad(
      isOffline(e)
        ? 'The server does not answer. Start it with npm start; this page tries again by itself.'
        : e.message,
    );
  const copy = useMutation({ mutationFn: duplicateBuild, onSuccess: again, onError: fail });
  const remove = useMutation({
    mutationFn: (b: ListedBuild) => deleteBuild(b.key),
    onSuccess: (_, b) => {
      setGone(b);
      void again();
    },
    onError: fail,
  });
  const back = useMutation({
    mutationFn: (b: ListedBuild) => restoreBuild(b.key),
    onSuccess: () => {
      setGone(undefined);
      void again();
    },
    onError: fail,
  });
  const take = useMutation({
    mutationFn: (f: File) => importBuild(f),
    onSuccess: (b) => go(`/b/${b.key}/fit`),
    onError: fail,
  });
  const all = builds.data?.builds ?? [];
  const sought = wanted.trim().toLowerCase();
  const shown = all.filter((b) => `${b.name} ${b.way}`.toLowerCase().includes(sought));
  return (
    <main className={`home ${style.page}`}>
      <header className="row">
        <Mark size={52} />
        <div className="grow">
          <h1 style={{ fontSize: 22 }}>Deft Shell</h1>
          <p className="note">
            Will it close, what must be cut, which button goes where, how long it lasts.
          </p>
        </div>
        {locked.data && (
          <form
            method="post"
            action="/logout"
            onSubmit={(e) => {
              e.preventDefault();
              const form = e.currentTarget;
              void forgetKept().finally(() => form.submit());
            }}
          >
            <Button htmlType="submit" type="text">
              Log out
            </Button>
          </form>
        )}
        <Button onClick={() => picker.current?.click()}>Import a build</Button>
        <Button type="primary" onClick={() => void go('/new')}>
          New build
        </Button>
        <PickedFile
          picker={picker}
          accept=".json,application/json"
          label="Build file"
          onFile={(f) => {
            setBad(undefined);
            take.mutate(f);
          }}
        />
      </header>
      <Bad said={bad} />
      {builds.isError && !bad && (
        <p className="bad" role="alert">
          {isOffline(builds.error)
            ? 'The server does not answer. Start it with npm start, then reload.'
            : builds.error.message}
        </p>
      )}
      {builds.data?.kept && (
        <p className="bad" role="status">
          The server does not answer. These are the builds as last seen; what was opened here opens
          and is saved once the server is back.
        </p>
      )}
      {!window.isSecureContext && (
        <p className="caution">
          This address is not encrypted: password and builds can be read on the way, and the page
          does not open while the server is away. Start the server with a certificate (DEFT_TLS_CERT
          and DEFT_TLS_KEY).
        </p>
      )}
      {builds.isPending && (
        <p className="note" role="status">
          Reading the builds ...
        </p>
      )}
      {all.length >= MANY && (
        <Input
          className={style.search}
          type="search"
          aria-label="Search builds"
          placeholder="Search by name or way"
          allowClear
          value={wanted}
          onChange={(e) => setWanted(e.target.value)}
        />
      )}
      {shown.map((b) => (
        <BuildRow
          key={b.key}
          build={b}
          onDuplicate={() => copy.mutate(b.key)}
          onDelete={() => remove.mutate(b)}
        />
      ))}
      {all.length > 0 && !shown.length && (
        <p className="note">
          No build is called so. <Button onClick={() => setWanted('')}>Show all</Button>
        </p>
      )}
      <Copies />
      <p className="note">
        Something wrong? <a href="/api/diagnostics">Diagnostics file</a>: counts, log and what the
        doctor finds, without a name, a build or a picture.
      </p>
      {builds.data?.builds.length === 0 && (
        <div className="card">
          <h2>No builds yet</h2>
          <p>
            Start one with <b>New build</b>: eight values with callipers, outer width first, and one
            part give the first verdict.
          </p>
        </div>
      )}
      {gone && (
        <div className="toast" role="status">
          <span>{gone.name} deleted.</span>
          <Button size="small" onClick={() => back.mutate(gone)}>
            Undo
          </Button>
          <Button
            size="small"
            type="text"
            style={{ color: '#fff' }}
            onClick={() => setGone(undefined)}
            aria-label="Dismiss"
          >
            Done
          </Button>
        </div>
      )}
    </main>
  );
}
