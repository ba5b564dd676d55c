/** Screws that do not fit their posts, beside the readings that decide it. */
import { useBuild } from '../../../state/build';
import { Wedge } from '../../../ui/Wedge';
import styles from './Readings.module.css';

export function ScrewFindings() {
  const { check } = useBuild('check');
  const shown = check.findings.filter(
    (f) => f.station === 'shell' && f.check === 'screw' && f.verdict !== 'clear',
  );
  return shown.map((f) => (
    <div key={f.id} className={`row ${styles.finding}`}>
      <Wedge verdict={f.verdict} />
      <div>
        <b className={styles.title}>{f.title}</b>
        <p>{f.what}</p>
        <p className="note">{f.why.join('; ')}</p>
      </div>
    </div>
  ));
}
