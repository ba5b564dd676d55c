/** Readings of the calibration piece, and by how much the machine is off. */
import {
  ASKED,
  machineOf,
  type Offset,
  type Process,
  unlikely,
  withReading,
} from '@deft/core/made';
import { formatMm, type PrintReading } from '@deft/core/model';
import { useBuild } from '../../state/build';
import { FigureField } from '../../ui/FigureField';

const KINDS = ['hole', 'pin'] as const;

const offsetWords = ({ mm, u, n }: Offset, of: PrintReading['of']): string => {
  const way = of === 'hole' ? 'small' : 'large';
  const other = of === 'hole' ? 'large' : 'small';
  return `${formatMm(Math.abs(mm))} ± ${formatMm(2 * u)} mm too ${mm < 0 ? other : way} (${n} ${n === 1 ? 'reading' : 'readings'})`;
};

export function MachineReadings({ process }: { process: Process }) {
  const { doc, edit } = useBuild('doc', 'edit');
  const machine = machineOf(doc, process);
  const reading = (of: PrintReading['of'], size: number): number | undefined =>
    doc.workshop?.prints.find((r) => r.process === process && r.of === of && r.size === size)?.mm;
  const keep = (of: PrintReading['of'], size: number, mm: number | undefined) => {
    const no = mm === undefined ? undefined : unlikely(of, size, mm);
    if (!no) void edit((p) => withReading(p, { process, of, size }, mm));
    return no;
  };
  return (
    <section aria-label="Your machine">
      <h2>Your machine</h2>
      <p className="note">
        Print the calibration piece, let it cool, and type what the calliper reads.
      </p>
      <div className="pair">
        {KINDS.flatMap((of) =>
          ASKED[of].map((size) => (
            <FigureField
              key={`${process} ${of} ${size}`}
              label={`${of === 'hole' ? 'Hole' : 'Pin'} of ${size} mm`}
              value={reading(of, size)}
              min={0.1}
              max={60}
              unit="mm"
              onChange={(mm) => keep(of, size, mm)}
            />
          )),
        )}
      </div>
      {KINDS.map((of) => {
        const off = machine[of];
        return (
          off && (
            <p key={of}>
              {of === 'hole' ? 'Holes' : 'Pins'} come out {offsetWords(off, of)}.
            </p>
          )
        );
      })}
      {(machine.hole ?? machine.pin) && (
        <p className="note">
          Every file of a made part is corrected by that. Sizes here are as they are to come out.
        </p>
      )}
    </section>
  );
}
