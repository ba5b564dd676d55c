/** The chosen part in numbers: where it lies, how it stands, what may come off. */
import { Button, Checkbox, Select } from 'antd';
import { removals, thickness } from '@deft/core/kit';
import { CONDUCTIVE, firstPlace, handled, lyingOver, mayRideOn, setOn } from '@deft/core/fit';
import {
  FIXINGS,
  formatMm,
  inOneBody,
  isOpen,
  outlineSpan,
  type Placement,
} from '@deft/core/model';
import { MmField } from '../../ui/MmField';
import { useBuild, useShownScene } from '../../state/build';
import { Folds } from './Folds';
import style from './PartPanel.module.css';
import type { useArranging } from './useArranging';

const FIXING_WORDS: Readonly<Record<(typeof FIXINGS)[number], string>> = {
  screws: 'screws',
  bracket: 'bracket',
  glue: 'hot glue',
  tape: 'tape or foam',
};

/** Added to the id of a plate for its outer face; no id holds such a sign. */
const OUTER = ' outer';

export function PartPanel({
  item,
  arranging: a,
  onClose,
}: {
  item: string;
  arranging: ReturnType<typeof useArranging>;
  onClose: () => void;
}) {
  const { doc, edit, apply, showBody } = useBuild('doc', 'edit', 'apply', 'showBody');
  const scene = useShownScene();
  const now = a.placementOf(item);
  const at = scene.items.get(item);
  if (!now || !at) return null;
  const set = (more: Partial<Placement>) => a.place({ ...now, ...more });
  const turn = (more: Partial<Placement>) => a.place(handled(scene, now, more));
  const pieces = scene.shell?.body.pieces ?? [];
  const stands = 'piece' in now.on ? now.on : undefined;
  const piece = stands ? `${stands.piece}${stands.side ? OUTER : ''}` : '';
  const halfWord = scene.shell && isOpen(scene.shell.body) ? 'Face' : 'Half';
  const others = doc.shell.bodies.filter((b) => b.id !== scene.shell?.body.id);
  /** To the other half, or into the middle of a half of another body, which is shown then. */
  const carry = (id: string): void => {
    const body = others.find((b) => b.pieces.some((q) => q.id === id));
    if (!body) {
      const isOuter = id.endsWith(OUTER);
      turn({
        on: isOuter ? { piece: id.slice(0, -OUTER.length), side: 'outside' } : { piece: id },
      });
      return;
    }
    const { w, h } = outlineSpan(body.outline);
    const there = inOneBody(doc, body.id);
    const placed = firstPlace(there, item, { piece: id, x: w / 2, y: h / 2 });
    if (!placed) return;
    a.place({ ...now, on: placed.on, x: placed.x, y: placed.y, turn: 0, up: placed.up });
    showBody(body.id);
  };
  const riding = 'item' in now.on ? now.on.item : undefined;
  const mayOn = mayRideOn(scene, item);
  const under = riding === undefined ? lyingOver(scene, item) : undefined;
  const setDown = (onto: string | undefined) => {
    const next = setOn(scene, item, onto);
    if (next) a.place(next);
  };
  const strike = (block: string, on: boolean) =>
    edit((p) => ({
      ...p,
      kit: {
        ...p.kit,
        items: p.kit.items.map((i) =>
          i.id === item
            ? { ...i, struck: on ? [...i.struck, block] : i.struck.filter((b) => b !== block) }
            : i,
        ),
      },
    }));
  const tape = (on: boolean) =>
    edit((p) => ({
      ...p,
      kit: {
        ...p.kit,
        items: p.kit.items.map((i) => {
          if (i.id !== item) return i;
          const next = { ...i };
          delete next.insulated;
          return on ? { ...next, insulated: true } : next;
        }),
      },
    }));
  const lay = () =>
    edit((p) => ({
      ...p,
      layout: { placements: p.layout.placements.filter((x) => x.item !== item) },
    }));
  return (
    <section className={`card ${style.panel}`} aria-label={at.item.name}>
      <div className="row" style={{ marginBottom: 8 }}>
        <h2 className="grow">{at.item.name}</h2>
        <Button size="small" type="text" onClick={onClose} aria-label="Close part panel">
          Close
        </Button>
      </div>
      {a.trouble && (
        <p className="bad" role="alert">
          {a.trouble}
        </p>
      )}
      {under && (
        <p className="row note">
          Its middle lies over {under.item.name}.{' '}
          <Button size="small" onClick={() => setDown(under.item.id)}>
            Set it on {under.item.name}
          </Button>
        </p>
      )}
      <p className="note" style={{ marginBottom: 8 }}>
        {thickness(at.part, at.item.struck).working[0]}
      </p>
      <div className="pair">
        <MmField label="Datum from left" value={now.x} onChange={(x) => set({ x })} />
        <MmField label="Datum from bottom" value={now.y} onChange={(y) => set({ y })} />
        <MmField
          label="Above its floor"
          value={now.lift}
          min={0}
          max={200}
          onChange={(lift) => set({ lift })}
        />
        <MmField
          label="Turned"
          value={now.turn}
          min={-360}
          max={360}
          unit="°"
          onChange={(t) => turn({ turn: t })}
        />
        <span>{halfWord}</span>
        <Select
          size="small"
          aria-label={halfWord}
          value={piece}
          onChange={carry}
          options={[
            ...pieces.flatMap((q) =>
              q.role === 'plate'
                ? [
                    { value: q.id, label: 'inner' },
                    { value: `${q.id}${OUTER}`, label: 'outer' },
                  ]
                : [{ value: q.id, label: q.role }],
            ),
            ...others.flatMap((body) =>
              body.pieces.map((q) => ({ value: q.id, label: `${q.role} of ${body.name}` })),
            ),
          ]}
        />
        {(riding !== undefined || mayOn.length > 0) && (
          <>
            <span>Sits on</span>
            <Select
              size="small"
              aria-label="Sits on"
              value={riding ?? ''}
              popupMatchSelectWidth={false}
              onChange={(onto: string) => setDown(onto || undefined)}
              options={[
                { value: '', label: 'the half itself' },
                ...mayOn.map((o) => ({ value: o.item.id, label: o.item.name })),
              ]}
            />
          </>
        )}
        <span>Top looks</span>
        <Select
          size="small"
          aria-label="Top looks"
          value={now.up}
          onChange={(up: 'in' | 'out') => turn({ up })}
          options={[
            { value: 'in', label: 'inward' },
            { value: 'out', label: 'outward' },
          ]}
        />
        <span>Stands</span>
        <Select
          size="small"
          aria-label="Stands"
          value={now.stand}
          onChange={(stand: Placement['stand']) => turn({ stand })}
          options={[
            { value: 'flat', label: 'flat' },
            { value: 'on-edge-x', label: 'on edge, x' },
            { value: 'on-edge-y', label: 'on edge, y' },
          ]}
        />
        <span>Located by</span>
        <Select
          size="small"
          aria-label="Located by"
          value={now.held}
          onChange={(held: Placement['held']) => set({ held })}
          options={[
            { value: 'hand', label: 'hand ±0.3' },
            { value: 'jig', label: 'jig ±0.1' },
          ]}
        />
        {at.part.ribbons && (
          <>
            <span>Its ribbon</span>
            <Folds item={item} name={at.item.name} />
          </>
        )}
        <span>Fixed with</span>
        <Select<NonNullable<Placement['fixed']> | ''>
          size="small"
          aria-label="Fixed with"
          value={now.fixed ?? ''}
          onChange={(f) => {
            const next = { ...now };
            delete next.fixed;
            a.place(f ? { ...next, fixed: f } : next);
          }}
          options={[
            { value: '', label: 'not decided' },
            ...FIXINGS.map((f) => ({ value: f, label: FIXING_WORDS[f] })),
          ]}
        />
      </div>
      {at.part.blocks.some((b) => CONDUCTIVE.has(b.kind)) && (
        <Checkbox checked={at.item.insulated ?? false} onChange={(e) => tape(e.target.checked)}>
          Under two layers of polyimide tape
        </Checkbox>
      )}
      {removals(at.part, []).length > 0 && <h3 style={{ margin: '10px 0 4px' }}>Comes off</h3>}
      {removals(at.part, []).map(({ block }) => {
        const struck = at.item.struck.includes(block.id);
        const saves = struck
          ? thickness(
              at.part,
              at.item.struck.filter((b) => b !== block.id),
            ).value - thickness(at.part, at.item.struck).value
          : thickness(at.part, at.item.struck).value -
            thickness(at.part, [...at.item.struck, block.id]).value;
        return (
          <div key={block.id} style={{ padding: '2px 0' }}>
            <Checkbox checked={struck} onChange={(e) => strike(block.id, e.target.checked)}>
              {block.name}, {saves > 0.05 ? `${formatMm(saves, 1)} mm` : 'no thinner'}
            </Checkbox>
            <div className="note" style={{ paddingLeft: 24 }}>
              {block.removable!.tool} {block.removable!.difficulty}/5
              {struck ? `; lost: ${block.removable!.lost}` : ''}
            </div>
          </div>
        );
      })}
      {at.part.connectors.length > 0 && (
        <h3 style={{ margin: '10px 0 4px' }}>Reached from outside</h3>
      )}
      {at.part.connectors
        .filter((c) => c.block === undefined || !at.item.struck.includes(c.block))
        .map((c) => (
          <div key={c.id}>
            <Checkbox
              checked={at.item.reach?.[c.id] ?? c.outside}
              onChange={(e) =>
                apply([{ do: 'reach', item, connector: c.id, outside: e.target.checked }])
              }
            >
              {c.name}
            </Checkbox>
            {(at.item.reach?.[c.id] ?? c.outside) && c.type !== 'card' && (
              <Checkbox
                checked={at.item.angled?.includes(c.id) ?? false}
                onChange={(e) =>
                  apply([{ do: 'angle', item, connector: c.id, on: e.target.checked }])
                }
              >
                angled plug
              </Checkbox>
            )}
          </div>
        ))}
      <div className="row" style={{ marginTop: 10 }}>
        <Button size="small" onClick={lay}>
          Take it out of the shell
        </Button>
      </div>
      {doc.layout.placements.some((p) => 'item' in p.on && p.on.item === item) && (
        <p className="note">Other parts ride on it.</p>
      )}
    </section>
  );
}
