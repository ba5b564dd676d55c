/** Under the book: what to add, where to click for it, and a sheet to measure by. */
import { useState } from 'react';
import { Button, Dropdown } from 'antd';
import { measuringSheet } from '@deft/core/cuts';
import type { Body } from '@deft/core/model';
import { useBuild } from '../../../state/build';
import { Bad } from '../../../ui/Bad';
import { printSheets } from '../../cut/print';
import { NEW_THINGS, type NewThing } from '../things';
import type { Things } from './useReadings';
import styles from './Readings.module.css';

export function AddThing({
  body,
  things: { placing, setPlacing, thing },
  onMiddle,
}: {
  body: Body | undefined;
  things: Things;
  onMiddle: () => void;
}) {
  const { doc } = useBuild('doc');
  const [bad, setBad] = useState<string>();
  const print = () =>
    void printSheets([measuringSheet()], doc, 'measuring-sheet', 'a4').then(setBad);
  return (
    <div className={`row ${styles.add}`}>
      <Dropdown
        disabled={!body}
        menu={{
          items: NEW_THINGS.map((k) => ({ key: k, label: k })),
          onClick: ({ key }) => setPlacing(key as NewThing),
        }}
        trigger={['click']}
      >
        <Button type="primary" size="small" disabled={!body}>
          Add a post, rib, bay or opening
        </Button>
      </Dropdown>
      {placing ? (
        <span className="note">
          Click on the half where the {placing} is; then type its readings.{' '}
          <button type="button" className={`plain ${styles.middle}`} onClick={onMiddle}>
            Put it in the middle
          </button>{' '}
          · Esc leaves it.
        </span>
      ) : (
        <span className="note">{nextWords(body !== undefined, thing !== undefined)}</span>
      )}
      <Button size="small" className={styles.sheet} onClick={print}>
        Blank measuring sheet (PDF)
      </Button>
      <Bad said={bad} inline />
    </div>
  );
}

function nextWords(hasBody: boolean, hasThing: boolean): string {
  if (hasThing) return 'Click an edge of this half to measure from it.';
  return hasBody
    ? 'Choose something on the picture to see its readings.'
    : 'Type the values at the right in this order; Tab goes on.';
}
