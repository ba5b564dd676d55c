/** Copies of the last nights, and one build out of them. */
import { useState } from 'react';
import { Button, Select } from 'antd';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { listCopies, restoreFromCopy } from '../../state/api';
import style from './Home.module.css';
import { Bad } from '../../ui/Bad';

const day = new Intl.DateTimeFormat('en-GB', { dateStyle: 'full' });
const when = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

export function Copies() {
  const copies = useQuery({ queryKey: ['copies'], queryFn: listCopies, retry: false });
  const [open, setOpen] = useState(false);
  const [copy, setCopy] = useState<string>();
  const [build, setBuild] = useState<string>();
  const go = useNavigate();
  const back = useMutation({
    mutationFn: () => restoreFromCopy(copy!, build!),
    onSuccess: (made) => go(`/b/${made.key}/fit`),
  });
  const all = copies.data ?? [];
  const [last] = all;
  if (!last) return null;
  const chosen = all.find((c) => c.name === copy);
  return (
    <section className={style.copies} aria-label="Nightly copies">
      <p className="note">
        Copied every night, seven kept; the last on {when.format(new Date(last.made))}.{' '}
        <button type="button" className="plain linked" onClick={() => setOpen(!open)}>
          Restore one build
        </button>
      </p>
      {open && (
        <div className="row">
          <Select
            aria-label="Copy"
            placeholder="from the copy of ..."
            className={style.pick}
            value={copy}
            onChange={(name) => {
              setCopy(name);
              setBuild(undefined);
            }}
            options={all.map((c) => ({ value: c.name, label: day.format(new Date(c.made)) }))}
          />
          <Select
            aria-label="Build of that copy"
            showSearch={{ optionFilterProp: 'label' }}
            placeholder="which build"
            className={style.pick}
            disabled={!chosen}
            value={build}
            onChange={setBuild}
            options={(chosen?.builds ?? []).map((b) => ({
              value: b.key,
              label: `${b.name}, as on ${when.format(new Date(b.savedAt))}`,
            }))}
          />
          <Button
            type="primary"
            disabled={!build}
            loading={back.isPending}
            onClick={() => back.mutate()}
          >
            Restore it beside what is there
          </Button>
          <Bad said={back.error?.message} inline />
        </div>
      )}
    </section>
  );
}
