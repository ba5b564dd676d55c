/** Games to buttons, and who does what no game does: leaving it, saving, volume, power. */
import { Button, InputNumber, Select } from 'antd';
import { familyJson, familyTable } from '@deft/core/formats';
import {
  chordsOf,
  type Chord,
  type DutyLine,
  familyMaps,
  familySentence,
  freeChord,
  type FamilyMap,
  ledger,
  mayDo,
  WANTED,
} from '@deft/core/games';
import { isPlayedOnPads, partOf } from '@deft/core/kit';
import { type Duty, type DutyOwner, INPUT_ROLES } from '@deft/core/model';
import { download } from '../../ui/download';
import { useBuild, useScene } from '../../state/build';
import style from './GamesView.module.css';

export function GamesView() {
  const { doc } = useBuild('doc');
  const scene = useScene();
  if (isPlayedOnPads(doc)) {
    return <p>A pad from outside has its own keys and its own chords: set them in the system.</p>;
  }
  const maps = familyMaps(doc, scene);
  return (
    <>
      <Families maps={maps} />
      {maps.length > 0 && (
        <div className="row">
          <Button
            size="small"
            onClick={() => download(`${doc.id}-families.csv`, familyTable(doc), 'text/csv')}
          >
            Maps as CSV
          </Button>
          <Button
            size="small"
            onClick={() => download(`${doc.id}-families.json`, familyJson(doc), 'application/json')}
          >
            Maps as JSON
          </Button>
        </div>
      )}
      <Ledger />
    </>
  );
}

function Families({ maps }: { maps: readonly FamilyMap[] }) {
  const { doc } = useBuild('doc');
  if (!maps.length) return <p>No family of games is wanted yet. Next: choose some at the right.</p>;
  const roles = INPUT_ROLES.filter((r) => maps.some((m) => m.keys.some((k) => k.role === r)));
  const number = (id: string): number => doc.controls.inputs.findIndex((i) => i.id === id) + 1;
  return (
    // Scrolled sideways by keys as well where it is wider than a phone.
    <div className="wide" tabIndex={0} role="group" aria-label="Families of games">
      <table className={`plain ${style.families}`} aria-label="Games to buttons">
        <thead>
          <tr>
            <th>Family</th>
            {roles.map((r) => (
              <th key={r}>{r}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {maps.map((m) => (
            <tr key={m.family}>
              <td>{m.family}</td>
              {roles.map((r) => {
                const key = m.keys.find((k) => k.role === r);
                if (!key) return <td key={r} />;
                return key.input ? (
                  <td key={r} title={key.input.name}>
                    {number(key.input.id)}
                  </td>
                ) : (
                  <td key={r} className="bad" title="no key of this shell">
                    none
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      {maps
        .filter((m) => m.missing.length)
        .map((m) => (
          <p key={m.family} className="note">
            {familySentence(m)}
          </p>
        ))}
    </div>
  );
}

type By = DutyOwner['by'] | 'nobody';
const BY: ReadonlyArray<{ value: By; label: string }> = [
  { value: 'nobody', label: 'nobody yet' },
  { value: 'keys', label: 'keys' },
  { value: 'part', label: 'a part' },
  { value: 'menu', label: 'the menu' },
  { value: 'given up', label: 'given up' },
];

function Ledger() {
  const { doc } = useBuild('doc');
  const scene = useScene();
  const chords = new Map(chordsOf(doc, scene).map((c) => [c.duty, c]));
  return (
    <table className={`plain ${style.ledger}`} aria-label="What no game does">
      <thead>
        <tr>
          <th>Duty</th>
          <th>Done by</th>
          <th>With</th>
          <th>Hold</th>
          <th>In the hands</th>
        </tr>
      </thead>
      <tbody>
        {ledger(doc).map((line) => (
          <DutyRow key={line.duty} line={line} chord={chords.get(line.duty)} />
        ))}
      </tbody>
    </table>
  );
}

function DutyRow({ line, chord }: { line: DutyLine; chord: Chord | undefined }) {
  const { doc, check, edit } = useBuild('doc', 'check', 'edit');
  const scene = useScene();
  const { duty, owner } = line;
  const set = (to: DutyOwner | undefined): void => {
    edit((p) => {
      const duties = { ...p.controls.duties };
      if (to) duties[duty] = to;
      else delete duties[duty];
      return { ...p, controls: { ...p.controls, duties } };
    });
  };
  const parts = doc.kit.items
    .filter((i) => mayDo(partOf(doc, i), duty, i.where))
    .map((i) => ({ value: i.id, label: i.name }));
  const keys = doc.controls.inputs
    .filter((i) => i.routed)
    .map((i) => ({ value: i.id, label: i.name }));
  const begin: Record<By, () => DutyOwner | undefined> = {
    nobody: () => undefined,
    keys: () => freeChord(doc, scene, duty) ?? (keys[0] && { by: 'keys', inputs: [keys[0].value] }),
    part: () => (parts[0] ? { by: 'part', item: parts[0].value } : undefined),
    menu: () => ({ by: 'menu' }),
    'given up': () => ({ by: 'given up' }),
  };
  const wrong = check.findings.find(
    (f) => f.check === 'chord' && chord && !line.isRead && sameKeys(f.about, chord),
  );
  return (
    <tr>
      <td>
        <b>{duty}</b>
        <div className="note">{line.for}</div>
      </td>
      <td>
        <Select<By>
          size="small"
          aria-label={`Who does: ${duty}`}
          style={{ width: 112 }}
          value={owner?.by ?? 'nobody'}
          onChange={(by) => set(begin[by]())}
          options={[...BY]}
        />
        {line.isRead && owner && <div className="note">read from the build</div>}
      </td>
      <td>
        {owner?.by === 'keys' && (
          <Select
            mode="multiple"
            showSearch={{ optionFilterProp: 'label' }}
            size="small"
            aria-label={`Keys: ${duty}`}
            style={{ width: 230 }}
            maxCount={4}
            value={owner.inputs}
            onChange={(inputs: string[]) => {
              if (inputs.length) set({ ...owner, inputs });
            }}
            options={keys}
          />
        )}
        {owner?.by === 'part' && (
          <Select
            size="small"
            showSearch={{ optionFilterProp: 'label' }}
            aria-label={`Part: ${duty}`}
            style={{ width: 230 }}
            value={owner.item}
            onChange={(item: string) => set({ by: 'part', item })}
            options={parts}
          />
        )}
      </td>
      <td>
        {owner?.by === 'keys' && (
          <InputNumber
            size="small"
            aria-label={`Held: ${duty}, s`}
            style={{ width: 76 }}
            min={0}
            max={10}
            step={0.5}
            suffix="s"
            value={(owner.holdMs ?? 0) / 1000}
            onChange={(s) => set({ ...owner, holdMs: Math.round((s ?? 0) * 1000) })}
          />
        )}
      </td>
      <td className={wrong ? 'bad' : 'note'}>
        {wrong ? wrong.title : inHands(duty, owner, chord)}
      </td>
    </tr>
  );
}

const sameKeys = (about: readonly string[], { inputs }: Chord): boolean =>
  about.length === inputs.length && inputs.every((i) => about.includes(i.id));

function inHands(duty: Duty, owner: DutyOwner | undefined, chord: Chord | undefined): string {
  if (!owner) return WANTED.has(duty) ? 'decide before the case is closed' : '';
  if (!chord?.fingers) return '';
  const fingers = [...new Set(chord.fingers.values())].join(' and ');
  if (!chord.nearest) return fingers;
  const slips = chord.slips === 1 ? 'one slip' : `${chord.slips} slips`;
  return `${fingers}; ${slips} from ${chord.nearest.family}`;
}
