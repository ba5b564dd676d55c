/** What is traced next, how deep it lies, and when it is done. */
import { Button, Select } from 'antd';
import { TRACES } from '@deft/core/capture';
import type { Tool } from './tracing';
import type { TracingView } from './useTracing';

const TOOLS = [...TRACES, 'outline' as const].map((t) => ({
  value: t,
  label: t === 'outline' ? 'outer outline' : t,
}));

/** Depths offered below the rim, mm; the floor of the half joins them. */
const DEPTHS = [0, 2, 4, 6, 8, 10, 12, 15, 18];

export function TraceForm({
  body,
  piece,
  state: { tool, how, below, now },
  act,
  finish,
}: Pick<TracingView, 'body' | 'piece' | 'state' | 'act' | 'finish'>) {
  const floor = body && piece ? Math.round(piece.depth.mm - body.wall.mm) : 0;
  const depths = [...new Set([...DEPTHS, floor])].sort((a, b) => a - b);
  return (
    <>
      <h3>Trace</h3>
      <div className="pair">
        <span>What</span>
        <Select
          size="small"
          aria-label="What to trace"
          value={tool}
          onChange={(t: Tool) => act({ do: 'tool', tool: t })}
          options={TOOLS}
          popupMatchSelectWidth={150}
        />
      </div>
      {how.kind === 'photo' && tool !== 'outline' && (
        <div className="pair">
          <span>It lies below the rim, mm</span>
          <Select
            size="small"
            aria-label="Below the rim"
            value={below}
            onChange={(mm: number) => act({ do: 'below', mm })}
            options={depths.map((v) => ({ value: v, label: String(v) }))}
          />
        </div>
      )}
      <div className="row">
        <Button size="small" type="primary" disabled={now.length < 3} onClick={finish}>
          Finish it
        </Button>
        <Button
          size="small"
          disabled={!now.length}
          onClick={() => act({ do: 'back', stage: 'trace' })}
        >
          Last point back
        </Button>
      </div>
      {!body && (
        <p className="note">Trace the outer outline first; everything else is read from it.</p>
      )}
    </>
  );
}
