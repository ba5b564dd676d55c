/** What each key closes, how sure that is, and one conductor for each net. */
import { useState } from 'react';
import { Button } from 'antd';
import { keyPadTable, padWireTable } from '@deft/core/formats';
import { BadInput } from '@deft/core/model';
import {
  boardPlan,
  type BoardPlan,
  mostContactOhm,
  ohmWords,
  PULL_UP_OHM,
  type Traced,
  type TracedKey,
} from '@deft/core/trace';
import { useBuild } from '../../../state/build';
import { Bad } from '../../../ui/Bad';
import { download } from '../../../ui/download';
import style from './board.module.css';

const KIND: Readonly<Record<BoardPlan['kind'], string>> = {
  common: 'A common, and a pad for each key',
  grid: 'Rows and columns: read them as a matrix',
};

function padsWords(k: TracedKey): string {
  if (!k.isSure) return k.chance > 0.5 && k.pads ? `${k.pads.join(' and ')}?` : 'not yet';
  if (!k.pads) return k.half ? `one half on ${k.half.pad} only` : 'closes nothing';
  return k.runs === 'both' ? k.pads.join(' and ') : `${k.pads[0]} to ${k.pads[1]} only`;
}

export function TraceTable({ found, isStandIn }: { found: Traced; isStandIn: boolean }) {
  const { doc } = useBuild('doc');
  const nameOf = (id: string): string => doc.controls.inputs.find((i) => i.id === id)?.name ?? id;
  const limit = mostContactOhm(doc.controls.tracing?.pullUpOhm ?? PULL_UP_OHM);
  const most = limit.value;
  const plan = boardPlan(found);
  return (
    <>
      {found.keys.some((k) => k.ohm !== undefined) && (
        <p className="note">Held at most: {limit.working.join('. ')}</p>
      )}
      <div className={style.tables}>
        <table className="plain" aria-label="Keys and their pads">
          <thead>
            <tr>
              <th>Key</th>
              <th>Pads</th>
              <th>Held</th>
              <th>Sure</th>
            </tr>
          </thead>
          <tbody>
            {found.keys.map((k) => (
              <tr key={k.key}>
                <td>{nameOf(k.key)}</td>
                <td className={k.isSure && !k.pads ? 'bad' : ''}>{padsWords(k)}</td>
                <td className={`nowrap ${k.ohm !== undefined && k.ohm > most ? 'bad' : ''}`}>
                  {k.ohm === undefined ? '' : ohmWords(k.ohm)}
                </td>
                <td className="nowrap">{k.isSure ? 'yes' : `${Math.floor(100 * k.chance)} %`}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {plan && (
          <div>
            <p>
              <b>{KIND[plan.kind]}</b>
            </p>
            <table className="plain" aria-label="One wire for each net">
              <thead>
                <tr>
                  <th>Pad</th>
                  <th>Use</th>
                  <th>Keys</th>
                </tr>
              </thead>
              <tbody>
                {plan.nets.map((n) => (
                  <tr key={n.pad}>
                    <td>{[n.pad, ...n.also].join(' = ')}</td>
                    <td>{n.is}</td>
                    <td>
                      {n.keys.length > 4 ? `${n.keys.length} keys` : n.keys.map(nameOf).join(', ')}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
            {found.spare.length > 0 && !found.next && (
              <p className="note">
                No key reaches {found.spare.length === 1 ? 'pad' : 'pads'} {found.spare.join(', ')}.
              </p>
            )}
            {!isStandIn && <Files />}
          </div>
        )}
      </div>
    </>
  );
}

function Files() {
  const { doc } = useBuild('doc');
  const [bad, setBad] = useState<string>();
  const hand = (name: string, make: () => string): void => {
    try {
      setBad(undefined);
      download(`${doc.id}-${name}`, make(), 'text/csv');
    } catch (e) {
      if (!(e instanceof BadInput)) throw e;
      setBad(e.message);
    }
  };
  return (
    <>
      <div className="row">
        <Button size="small" onClick={() => hand('key-pads.csv', () => keyPadTable(doc))}>
          Keys as CSV
        </Button>
        <Button size="small" onClick={() => hand('pad-wires.csv', () => padWireTable(doc))}>
          Wires as CSV
        </Button>
      </div>
      <Bad said={bad} />
    </>
  );
}
