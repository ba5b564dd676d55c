/** The bars of the Fit station: how it is looked at, and what lies under the book. */
import { memo } from 'react';
import { Button } from 'antd';

export type Picture = 'book' | 'closed' | 'solid';
/** What lies under the book. */
export type Panel = 'profile' | 'words' | 'arrange' | 'wires' | 'fits' | 'hands' | 'measure';
const PANELS: ReadonlyArray<{ id: Panel; name: string; long?: string; key: string }> = [
  { id: 'words', name: 'Words', long: 'In words', key: 'W' },
  { id: 'arrange', name: 'Arrange', long: 'Arrange for me', key: 'A' },
  { id: 'wires', name: 'Wires', key: 'I' },
  { id: 'measure', name: 'Measure', key: 'M' },
  { id: 'fits', name: 'Test fits', key: 'T' },
  { id: 'hands', name: 'Hands', long: 'In the hands', key: 'H' },
];

export const FitBar = memo(function FitBar({
  heat,
  picture,
  panel,
  onHeat,
  onPicture,
  onPanel,
}: {
  heat: boolean;
  picture: Picture;
  /** Nothing: there is no body yet, and nothing to lay under it. */
  panel: Panel | undefined;
  onHeat: (on: boolean) => void;
  onPicture: (picture: Picture) => void;
  onPanel: (panel: Panel) => void;
}) {
  return (
    <div
      className="row"
      style={{
        padding: '5px 12px',
        gap: 5,
        flexWrap: 'nowrap',
        overflow: 'auto',
        background: 'var(--panel)',
        borderTop: '1px solid var(--line)',
      }}
    >
      <Button size="small" type={heat ? 'primary' : 'default'} onClick={() => onHeat(!heat)}>
        Headroom <span className="kbd">D</span>
      </Button>
      {(
        [
          ['closed', 'Closed', 'C'],
          ['solid', '3D', '3'],
        ] as const
      ).map(([id, name, key]) => (
        <Button
          key={id}
          size="small"
          type={picture === id ? 'primary' : 'default'}
          aria-pressed={picture === id}
          onClick={() => onPicture(picture === id ? 'book' : id)}
        >
          {name} <span className="kbd">{key}</span>
        </Button>
      ))}
      {panel &&
        PANELS.map((q) => (
          <Button
            key={q.id}
            size="small"
            type={panel === q.id ? 'primary' : 'default'}
            aria-pressed={panel === q.id}
            aria-label={q.long && `${q.long} ${q.key}`}
            onClick={() => onPanel(panel === q.id ? 'profile' : q.id)}
          >
            {q.name} <span className="kbd">{q.key}</span>
          </Button>
        ))}
    </div>
  );
});

/** Closer, further, the whole book, the chosen finding, a loupe. */
export const Glass = memo(function Glass({
  close,
  loupe,
  onZoom,
  onWhole,
  onSpot,
  onLoupe,
}: {
  close: boolean;
  loupe: boolean;
  onZoom: (by: number) => void;
  onWhole: () => void;
  onSpot: () => void;
  onLoupe: (on: boolean) => void;
}) {
  return (
    <div className="glass" role="group" aria-label="Look closer">
      <button type="button" aria-label="Closer" title="Closer: +" onClick={() => onZoom(1.5)}>
        +
      </button>
      <button
        type="button"
        aria-label="Further"
        title="Further: -"
        disabled={!close}
        onClick={() => onZoom(1 / 1.5)}
      >
        −
      </button>
      <button type="button" title="The whole book: 0" disabled={!close} onClick={onWhole}>
        Whole
      </button>
      <button type="button" title="Bring the chosen finding into the middle: S" onClick={onSpot}>
        Spot <span className="kbd">S</span>
      </button>
      <button
        type="button"
        aria-pressed={loupe}
        title="A glass under the pointer: L"
        onClick={() => onLoupe(!loupe)}
      >
        Loupe <span className="kbd">L</span>
      </button>
    </div>
  );
});
