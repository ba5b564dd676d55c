/** Which half the picture shows, and which of several pictures is on the mat. */
import { Select } from 'antd';
import type { TracingView } from './useTracing';

const BOTH_HALVES = [
  { id: 'front', role: 'front' },
  { id: 'back', role: 'back' },
];

export function PictureChoice({
  body,
  known,
  pieceId,
  saved,
  shown,
  show,
  setFresh,
}: Pick<TracingView, 'body' | 'known' | 'pieceId' | 'saved' | 'shown' | 'show' | 'setFresh'>) {
  return (
    <>
      <div className="pair">
        <span>It shows the inside of the</span>
        <Select
          size="small"
          aria-label="Half in the picture"
          value={pieceId}
          disabled={saved !== undefined}
          onChange={(piece: string) =>
            setFresh((f) => (f ? { ...f, piece } : { asset: '', piece }))
          }
          options={(body?.pieces ?? BOTH_HALVES).map((p) => ({ value: p.id, label: p.role }))}
        />
      </div>
      {known.length > 0 && (
        <div className="pair">
          <span>Picture</span>
          <Select
            size="small"
            aria-label="Picture"
            value={shown ?? 'new'}
            onChange={(v: string) => show(v === 'new' ? undefined : v)}
            options={[
              ...known.map((u, i) => ({ value: u.id, label: `${i + 1}, ${u.piece}` })),
              { value: 'new', label: 'another' },
            ]}
          />
        </div>
      )}
    </>
  );
}
