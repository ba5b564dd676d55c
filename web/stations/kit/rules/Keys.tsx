/** Switches of a kit's board itself, each on the line that its track leads to. */
import { HEADER_40 } from '@deft/core/kit';
import { type Carrier, type Looks, LOOKS, type Part } from '@deft/core/model';
import { Choice, RuleTable } from './RuleTable';

const LOOKS_WORDS: Readonly<Record<Looks, string>> = {
  'x+': 'to the right',
  'x-': 'to the left',
  'y+': 'up the board',
  'y-': 'down the board',
  'z+': 'off its top',
  'z-': 'off its bottom',
};

export function Keys({
  part,
  carrier,
  set,
}: {
  part: Part;
  carrier: Carrier;
  set: (more: Partial<Carrier>) => void;
}) {
  return (
    <RuleTable<Carrier['keys'][number]>
      name="Its own keys"
      said="Switches of the board, each on the header line that its track leads to."
      rows={carrier.keys}
      label={(k) => `key ${k.block}`}
      columns={[
        {
          head: 'Switch',
          cell: (k, put, name) => (
            <Choice
              wide
              label={`Switch of ${name}`}
              value={k.block}
              options={part.blocks.map((b) => ({ value: b.id, label: b.name }))}
              onChange={(block) => put({ block })}
            />
          ),
        },
        {
          head: 'Looks',
          cell: (k, put, name) => (
            <Choice
              wide
              label={`Where ${name} looks`}
              value={k.looks}
              options={LOOKS.map((value) => ({ value, label: LOOKS_WORDS[value] }))}
              onChange={(looks) => put({ looks })}
            />
          ),
        },
        {
          head: 'Line',
          cell: (k, put, name) => (
            <Choice
              label={`Line of ${name}`}
              value={k.gpio}
              options={HEADER_40.flatMap((h) =>
                h.gpio === undefined ? [] : [{ value: h.gpio, label: `GPIO${h.gpio}` }],
              )}
              onChange={(gpio) => put({ gpio })}
            />
          ),
        },
      ]}
      add={{ text: 'Add a key', row: nextKey(part, carrier) }}
      onChange={(keys) => set({ keys })}
    />
  );
}

/** A switch of the board that is no key yet, on a line that none of its keys has. */
function nextKey(part: Part, { keys }: Carrier): Carrier['keys'][number] | undefined {
  const block = part.blocks.find(
    (b) => (b.kind === 'body' || b.kind === 'cap') && !keys.some((k) => k.block === b.id),
  );
  const line = HEADER_40.find(
    (h) => h.gpio !== undefined && h.gpio > 1 && !keys.some((k) => k.gpio === h.gpio),
  );
  return block && line?.gpio !== undefined
    ? { block: block.id, gpio: line.gpio, looks: 'z+' }
    : undefined;
}
