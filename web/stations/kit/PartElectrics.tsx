/** The electrical figures of a part of one's own, asked by its kind; what is missing says what it keeps from being judged. */
import { Select } from 'antd';
import {
  type Figure,
  FIGURES,
  furtherGroups,
  figureOf,
  GROUP_NAMES,
  type Group,
  groupsOf,
  withFigure,
  withGroup,
} from '@deft/core/kit';
import type { Part } from '@deft/core/model';
import { FigureField } from '../../ui/FigureField';

/** Kinds that read inputs of a builder's keys. */
const READS: ReadonlySet<Part['family']> = new Set(['controller', 'expander', 'switch']);

export function PartElectrics({
  part,
  onChange,
}: {
  part: Part;
  onChange: (p: Part) => string | undefined;
}) {
  const groups = groupsOf(part);
  return (
    <>
      {groups.map((group) => (
        <GroupOf key={group} group={group} part={part} onChange={onChange} />
      ))}
      {(READS.has(part.family) || part.inputs !== undefined) && (
        <fieldset className="figures">
          <legend>Keys it reads</legend>
          <FigureField
            label="Inputs"
            min={0}
            max={64}
            whole
            value={part.inputs}
            onChange={(inputs) => {
              const next = { ...part };
              delete next.inputs;
              return onChange(inputs === undefined ? next : { ...next, inputs });
            }}
          />
        </fieldset>
      )}
      <Select
        size="small"
        aria-label="It has something more"
        placeholder="It also has ..."
        value={null}
        popupMatchSelectWidth={false}
        onChange={(group: Group) => onChange(withGroup(part, group))}
        options={furtherGroups(part).map((g) => ({ value: g, label: GROUP_NAMES[g] }))}
      />
    </>
  );
}

function GroupOf({
  group,
  part,
  onChange,
}: {
  group: Group;
  part: Part;
  onChange: (p: Part) => string | undefined;
}) {
  const figures = FIGURES[group];
  const known = part[group] !== undefined;
  const judged = figures.flatMap((f) => f.judges ?? []);
  return (
    <fieldset className="figures" data-known={known}>
      <legend>{GROUP_NAMES[group]}</legend>
      {!known && judged.length > 0 && (
        <p className="tight-words">
          Not known yet, so nothing is said of {[...new Set(judged)].slice(0, 3).join(', ')}. Type
          one figure; the others begin as usual for such a part.
        </p>
      )}
      {figures.map((f) => (
        <One
          key={f.key}
          figure={f}
          isWhole={group === 'host' && f.key === 'is'}
          value={figureOf(part, group, f.key)}
          onChange={(v) => onChange(withFigure(part, group, f.key, v))}
        />
      ))}
    </fieldset>
  );
}

function One({
  figure,
  value,
  isWhole,
  onChange,
}: {
  figure: Figure;
  /** Without this one the whole group is not there. */
  isWhole: boolean;
  value: number | string | boolean | undefined;
  onChange: (value: number | string | boolean | undefined) => string | undefined;
}) {
  if (figure.is === 'number') {
    return (
      <FigureField
        label={figure.label}
        unit={figure.unit}
        min={figure.min}
        max={figure.max}
        whole={figure.whole}
        value={value as number | undefined}
        onChange={onChange}
      />
    );
  }
  if (figure.is === 'yes') {
    return (
      <label className="yes">
        <input
          type="checkbox"
          checked={value === true}
          onChange={(e) => onChange(e.target.checked)}
        />
        {figure.label}
      </label>
    );
  }
  return (
    <>
      <span>{figure.label}</span>
      <Select
        size="small"
        aria-label={figure.label}
        {...(value === undefined ? { placeholder: 'not known' } : { value: value as string })}
        allowClear={isWhole || figure.optional === true}
        onClear={() => onChange(undefined)}
        onChange={(v: string | undefined) => {
          if (v !== undefined) onChange(v);
        }}
        options={figure.of.map((v) => ({ value: v, label: v }))}
      />
    </>
  );
}
