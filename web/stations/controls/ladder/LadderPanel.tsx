/** Keys told by voltage: channel by channel their levels and how far they may lie off, and what was chosen by hand. */
import { Button, Select } from 'antd';
import type { Ladder } from '@deft/core/model';
import {
  bandWorking,
  ladderPlan,
  type LadderPlan,
  levelVolts,
  resistorWords,
  type Step,
} from '@deft/core/ladder';
import { useBuild } from '../../../state/build';
import { FigureField } from '../../../ui/FigureField';
import { Levels } from './Levels';
import style from './ladder.module.css';

const NONE: Ladder = { steps: [] };

/** Nothing where no key is told so. */
export function LadderPanel() {
  const { doc, edit } = useBuild('doc', 'edit');
  const plan = ladderPlan(doc);
  if (!plan) return null;
  const ladder = doc.controls.ladder ?? NONE;
  const set = (change: Partial<Ladder>): string | undefined => {
    const next = { ...ladder, ...change };
    for (const key of ['pullUpOhm', 'contactOhm', 'tolerance'] as const) {
      if (next[key] === undefined) delete next[key];
    }
    return edit((p) => ({ ...p, controls: { ...p.controls, ladder: next } })) ?? undefined;
  };
  const keep = (step: Step, channel: number, ohm: number) =>
    set({
      steps: [
        ...ladder.steps.filter((s) => s.key !== step.input.id),
        { key: step.input.id, channel, ohm },
      ],
    });
  return (
    <section aria-label="Keys told by voltage">
      <div className={style.head}>
        <h2 className="grow">Keys told by voltage</h2>
        {ladder.steps.length > 0 && (
          <Button size="small" onClick={() => set({ steps: [] })}>
            Compute all anew
          </Button>
        )}
      </div>
      <Setting plan={plan} onSet={set} />
      <Levels plan={plan} />
      <table className="plain" aria-label="Ladder">
        <thead>
          <tr>
            <th>Key</th>
            <th>Channel</th>
            <th>Resistor</th>
            <th>Reads</th>
            <th>At worst</th>
          </tr>
        </thead>
        <tbody>
          {plan.channels.flatMap(({ channel, steps }) =>
            steps.map((step) => (
              <tr key={step.input.id}>
                <td>{step.input.name}</td>
                <td>
                  <Select
                    size="small"
                    aria-label={`Channel of ${step.input.name}`}
                    className={style.channel ?? ''}
                    value={channel}
                    onChange={(c) => keep(step, c, step.ohm)}
                    options={plan.free.map((c) => ({ value: c, label: `channel ${c}` }))}
                  />
                </td>
                <td>
                  <div className={style.ohm}>
                    <FigureField
                      label=""
                      name={`Resistor of ${step.input.name}`}
                      unit="Ω"
                      min={0}
                      max={10e6}
                      value={step.ohm}
                      onChange={(ohm) => {
                        if (ohm === undefined) return undefined;
                        return keep(step, channel, ohm);
                      }}
                    />
                    <span className="note">
                      {step.byHand ? 'by hand' : resistorWords(step.ohm)}
                    </span>
                  </div>
                </td>
                <td className="nowrap">{levelVolts(step.level)}</td>
                <td className="nowrap">
                  {levelVolts(Math.max(0, step.band.low))} to {levelVolts(step.band.high)}
                </td>
              </tr>
            )),
          )}
        </tbody>
      </table>
      <details>
        <summary>How it is counted</summary>
        <ul>
          {bandWorking(plan.setting).map((line) => (
            <li key={line} className="note">
              {line}
            </li>
          ))}
        </ul>
      </details>
      <p className="note">
        One channel tells one key at a time: keys of play get channels of their own, keys pressed
        alone share one.{' '}
        {plan.converter ? '' : 'No converter is in the kit yet: planned for four channels.'}
      </p>
    </section>
  );
}

function Setting({
  plan: { setting },
  onSet,
}: {
  plan: LadderPlan;
  onSet: (change: Partial<Ladder>) => string | undefined;
}) {
  return (
    <div className={style.setting}>
      <FigureField
        label="From each channel up to 3.3 V"
        unit="Ω"
        min={470}
        max={1e6}
        value={setting.pullUpOhm}
        onChange={(pullUpOhm) => onSet({ pullUpOhm })}
      />
      <FigureField
        label="A closed key reads up to"
        unit="Ω"
        min={0}
        max={20_000}
        value={setting.contactOhm}
        onChange={(contactOhm) => onSet({ contactOhm })}
      />
      <span>Resistors of</span>
      <Select
        size="small"
        aria-label="Tolerance of the resistors"
        value={setting.tolerance}
        onChange={(tolerance) => onSet({ tolerance: tolerance as Ladder['tolerance'] })}
        options={[
          { value: 0.01, label: '1 %' },
          { value: 0.05, label: '5 %' },
        ]}
      />
    </div>
  );
}
