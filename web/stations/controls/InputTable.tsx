/** Every input with its name, its role, its line, and where it sits. */
import { Button, Checkbox, Input, Select } from 'antd';
import { HEADER_40, onHeader } from '@deft/core/kit';
import { doing, type Input as ShellInput, INPUT_ROLES, type InputRole } from '@deft/core/model';
import { useBuild } from '../../state/build';
import { KeyChoices } from './KeyChoices';
import { KeyPlace } from './KeyPlace';

/** Not a line: chosen for it, or read where the others are. */
const AUTOMATIC = -1;
const WITH_OTHERS = -2;
const BY_VOLTAGE = -3;

/** What its line is chosen as. */
function lineOf(input: ShellInput, isOnHeader: boolean): number {
  if (input.route === 'ladder') return BY_VOLTAGE;
  return isOnHeader ? (input.gpio ?? AUTOMATIC) : WITH_OTHERS;
}

export function InputTable({
  chosen,
  onChoose,
  onSet,
  onRemove,
}: {
  chosen: string | undefined;
  onChoose: (id: string) => void;
  onSet: (i: ShellInput) => string | undefined;
  onRemove: (id: string) => void;
}) {
  const { check, doc } = useBuild('check', 'doc');
  /** All are read on the header, wired to it or tapped from a kept board. */
  const isMain = onHeader(doc, {});
  return (
    <table className="plain" aria-label="Inputs">
      <thead>
        <tr>
          <th>No.</th>
          <th>Input</th>
          <th>Role</th>
          <th>Line</th>
          <th>Pin</th>
          <th>Wire</th>
          <th>Routed</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {check.map.inputs.map((m, i) => {
          const input = doc.controls.inputs.find((x) => x.id === m.input.id);
          if (!input) return null;
          const isOnHeader = onHeader(doc, input);
          const net = check.map.matrix?.keys.find((k) => k.input === input.id);
          const line = (at: number) => {
            const n = { ...input };
            delete n.gpio;
            delete n.route;
            if (at === BY_VOLTAGE) n.route = 'ladder';
            else if (!isMain && at !== WITH_OTHERS) n.route = 'gpio';
            return onSet(at < 0 ? n : { ...n, gpio: at });
          };
          return (
            <tr
              key={input.id}
              className={chosen === input.id ? 'sel' : ''}
              onFocus={() => onChoose(input.id)}
            >
              <td>{i + 1}</td>
              <td>
                <Input
                  size="small"
                  aria-label={`Name of input ${i + 1}`}
                  value={input.name}
                  maxLength={200}
                  onChange={(e) => onSet({ ...input, name: e.target.value })}
                  style={{ width: 150 }}
                />
                {chosen === input.id && (
                  <>
                    <KeyPlace input={input} onSet={onSet} />
                    <KeyChoices input={input} onSet={onSet} />
                  </>
                )}
              </td>
              <td>
                <Select
                  size="small"
                  aria-label={`Role of ${input.name}`}
                  style={{ width: 110 }}
                  value={input.functions[0]}
                  onChange={(role: InputRole) => onSet(doing(input, role))}
                  options={INPUT_ROLES.map((r) => ({ value: r, label: r }))}
                />
              </td>
              <td>
                {net && (
                  <span className="note">
                    row {net.row}, column {net.column}
                  </span>
                )}
                {m.track !== undefined && (
                  <span className="note">
                    GPIO{m.gpio}, by a track of {m.track}
                  </span>
                )}
                {!net && m.track === undefined && doc.controls.route !== 'wireless' && (
                  <Select
                    size="small"
                    aria-label={`Line of ${input.name}`}
                    style={{ width: 128 }}
                    value={lineOf(input, isOnHeader)}
                    onChange={line}
                    options={[
                      ...(isMain ? [] : [{ value: WITH_OTHERS, label: 'with the others' }]),
                      ...(doc.controls.route === 'ladder'
                        ? []
                        : [{ value: BY_VOLTAGE, label: 'resistor ladder' }]),
                      {
                        value: AUTOMATIC,
                        label: m.gpio === undefined ? 'a header line' : `auto: GPIO${m.gpio}`,
                      },
                      ...HEADER_40.flatMap((h) =>
                        h.gpio === undefined
                          ? []
                          : [
                              {
                                value: h.gpio,
                                label: `GPIO${h.gpio}${check.map.lines.free.includes(h.gpio) ? '' : ' (taken)'}`,
                              },
                            ],
                      ),
                    ]}
                  />
                )}
              </td>
              <td>{m.pin ?? ''}</td>
              <td className="nowrap">
                {m.wireMm === undefined ? '' : `${Math.round(m.wireMm)} mm`}
              </td>
              <td>
                <Checkbox
                  aria-label={`${input.name} has a way`}
                  checked={input.routed}
                  onChange={(e) => onSet({ ...input, routed: e.target.checked })}
                />
              </td>
              <td>
                <Button
                  size="small"
                  type="text"
                  aria-label={`Remove ${input.name}`}
                  onClick={() => onRemove(input.id)}
                >
                  Remove
                </Button>
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
