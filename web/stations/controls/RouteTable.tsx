/** Every way to read the keys of this build side by side; what is not possible says why. */
import { useMemo } from 'react';
import { Button } from 'antd';
import { compareRoutes, type RouteRow, withRoute } from '@deft/core/wiring';
import { useBuild, useScene } from '../../state/build';
import { ROUTE_WORDS } from './routeWords';
import style from './RouteTable.module.css';

const ms = (x: number): string =>
  x < 10 ? x.toFixed(1).replace(/\.0$/, '') : String(Math.round(x));

export function RouteTable() {
  const { doc, library, edit } = useBuild('doc', 'library', 'edit');
  const scene = useScene();
  const rows = useMemo(() => compareRoutes(doc, library, scene), [doc, library, scene]);
  return (
    // Scrolled sideways by keys as well where it is wider than a phone.
    <div className="wide" tabIndex={0} role="group" aria-label="Ways side by side">
      <table className={`plain ${style.ways}`} aria-label="Ways to read the keys">
        <thead>
          <tr>
            <th>Way</th>
            <th>Lines</th>
            <th>Wires, joints</th>
            <th>Work</th>
            <th>To buy</th>
            <th>Lag</th>
            <th>What it outlives</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <Row
              key={row.route}
              row={row}
              onTake={() => void edit((p) => withRoute(p, row.route, row.board))}
            />
          ))}
        </tbody>
      </table>
      <details>
        <summary>How it is counted</summary>
        <ul>
          {rows.map((row) => (
            <li key={row.route} className="note">
              {ROUTE_WORDS[row.route]}: {row.working.join(' + ')} = {row.minutes} min. Lag:{' '}
              {row.lag.working.join(' + ')}
            </li>
          ))}
        </ul>
      </details>
      <p className="note">
        Minutes, prices and lag are typical. Lag is from the press to the program that is told;
        frame and panel come after it.
      </p>
    </div>
  );
}

function Row({ row, onTake }: { row: RouteRow; onTake: () => void }) {
  const { why, board, lag } = row;
  const name = ROUTE_WORDS[row.route];
  const can = !why.length;
  return (
    <>
      <tr className={row.isChosen ? 'sel' : ''}>
        <td className={style.name}>
          <b>{name}</b>
          {board && (
            <div className="note">
              {board.part.name}
              {board.isNew ? '' : ', in the kit'}
            </div>
          )}
        </td>
        <td className="nowrap">
          {row.lines}
          <div className="note">{row.left} left</div>
        </td>
        <td className="nowrap">
          {row.wires}, {row.joints}
        </td>
        <td className="nowrap">{row.minutes} min</td>
        <td className="nowrap">{row.price ? row.price.toFixed(2) : 'nothing'}</td>
        <td className="nowrap">
          {ms(lag.typical)} ms
          <div className="note">up to {ms(lag.worst)}</div>
        </td>
        <td>
          another computer: {row.survives.computer}
          <div>a lost card: {row.survives.card}</div>
        </td>
        <td>
          {row.isChosen ? (
            <span className="note">chosen</span>
          ) : (
            <Button
              size="small"
              disabled={!can}
              title={can ? undefined : why.join(' ')}
              aria-label={`Take it: ${name}`}
              onClick={onTake}
            >
              Take it
            </Button>
          )}
        </td>
      </tr>
      {!can && (
        <tr className={style.why}>
          <td colSpan={8} className="bad">
            {why.join(' ')}
          </td>
        </tr>
      )}
    </>
  );
}
