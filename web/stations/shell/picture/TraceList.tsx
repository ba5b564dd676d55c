/** What was traced so far: named, or thrown away. */
import { Button, Input } from 'antd';
import type { Offer } from '@deft/core/capture';

export function TraceList({
  traces,
  onName,
  onRemove,
}: {
  traces: ReadonlyArray<{ id: string; kind: string; offer: Offer | undefined }>;
  onName: (id: string, name: string) => void;
  onRemove: (id: string) => void;
}) {
  if (!traces.length) return null;
  return (
    <div className="list" aria-label="Traced">
      {traces.map((t) => (
        <div key={t.id}>
          <div className="row">
            <Input
              size="small"
              aria-label={`Name of the traced ${t.kind}`}
              className="grow"
              style={{ flex: 1 }}
              value={t.offer?.name ?? ''}
              maxLength={200}
              onChange={(e) => onName(t.id, e.target.value)}
            />
            <Button size="small" onClick={() => onRemove(t.id)}>
              Remove
            </Button>
          </div>
          <span className="note">{t.offer?.words}</span>
        </div>
      ))}
    </div>
  );
}
