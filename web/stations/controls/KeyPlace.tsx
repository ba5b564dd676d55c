/** Where a key's hole is: one that is there, or one to be cut in any face or wall of any body. */
import { Select } from 'antd';
import { freePlace, type Surface, surfacesOf } from '@deft/core/cuts';
import { bodiesOf, KEY_MM, type Scene } from '@deft/core/fit';
import type { Input as ShellInput, InputPlace } from '@deft/core/model';
import { MmField } from '../../ui/MmField';
import { useScene } from '../../state/build';
import style from './KeyPlace.module.css';

type Set = (input: ShellInput) => string | undefined;

export function KeyPlace({ input, onSet }: { input: ShellInput; onSet: Set }) {
  const scene = useScene();
  const bodies = bodiesOf(scene);
  const choices = bodies.flatMap((body) => choicesIn(body, bodies.length > 1));
  const put = (key: string): void => {
    const choice = choices.flatMap((group) => group.options).find((o) => o.value === key);
    if (choice) onSet(placed(input, choice.place(input.hole ?? KEY_MM)));
  };
  return (
    <div className={`pair ${style.place}`}>
      <span className="note">Sits in</span>
      <Select
        size="small"
        aria-label="Sits in"
        popupMatchSelectWidth={false}
        value={keyOf(input.at)}
        onChange={put}
        options={choices}
      />
      <Coordinates input={input} onSet={onSet} />
    </div>
  );
}

interface Choice {
  value: string;
  label: string;
  place: (hole: number) => InputPlace;
}

const surfaceKey = (body: string, on: Surface): string =>
  'piece' in on ? `face ${on.piece}` : `wall ${body} ${on.wall}`;

/** The value under which a place stands in the list. */
function keyOf(at: InputPlace): string {
  if ('opening' in at) return `hole ${at.opening}#${at.copy ?? 0}`;
  return 'piece' in at ? surfaceKey('', at) : surfaceKey(at.body, at);
}

function choicesIn(
  scene: Scene,
  isOneOfMany: boolean,
): Array<{ label: string; options: Choice[] }> {
  const { shell } = scene;
  if (!shell) return [];
  const of = isOneOfMany ? ` of ${shell.body.name}` : '';
  const { face, wall } = shell.openings;
  const count = (id: string): number => face.filter((o) => o.id === id).length;
  const holes = [...face, ...wall.map((o) => ({ ...o, copy: 0 }))]
    .filter((o) => o.use === 'button' || o.use === 'other')
    .map(({ id, copy, name }): Choice => ({
      value: `hole ${id}#${copy}`,
      label: count(id) > 1 ? `${name} ${copy + 1}` : name,
      place: () => ({ opening: id, copy }),
    }));
  const cuts = surfacesOf(scene).map(({ on, name }): Choice => ({
    value: surfaceKey(shell.body.id, on),
    label: `a new hole in ${name}`,
    place: (hole) => freePlace(scene, on, hole),
  }));
  return [
    { label: `Holes${of} that are there`, options: holes },
    { label: `To be cut${of}`, options: cuts },
  ].filter((group) => group.options.length);
}

/** A hole that is there needs no size; one to be cut has one. */
function placed(input: ShellInput, at: InputPlace): ShellInput {
  const next = { ...input, at };
  if ('opening' in at) {
    delete next.hole;
    return next;
  }
  return { ...next, hole: input.hole ?? KEY_MM };
}

function Coordinates({ input, onSet }: { input: ShellInput; onSet: Set }) {
  const { at } = input;
  if ('opening' in at) {
    return (
      <>
        <MmField
          label="Right of its centre"
          value={at.dx ?? 0}
          onChange={(dx) => onSet({ ...input, at: { ...at, dx } })}
        />
        <MmField
          label="Above its centre"
          value={at.dy ?? 0}
          onChange={(dy) => onSet({ ...input, at: { ...at, dy } })}
        />
      </>
    );
  }
  const cap = (
    <MmField
      label="Cap"
      value={input.hole ?? KEY_MM}
      min={1}
      max={60}
      onChange={(hole) => onSet({ ...input, hole })}
    />
  );
  if ('piece' in at) {
    return (
      <>
        <MmField
          label="From left"
          value={at.x}
          onChange={(x) => onSet({ ...input, at: { ...at, x } })}
        />
        <MmField
          label="From bottom"
          value={at.y}
          onChange={(y) => onSet({ ...input, at: { ...at, y } })}
        />
        {cap}
      </>
    );
  }
  return (
    <>
      <MmField
        label="Along the wall"
        value={at.along}
        onChange={(along) => onSet({ ...input, at: { ...at, along } })}
      />
      <MmField
        label="Above the seam"
        value={at.v}
        onChange={(v) => onSet({ ...input, at: { ...at, v } })}
      />
      {cap}
      <span className={`note ${style.wide}`}>
        Along a wall is measured counter-clockwise, seen from the front; below the seam is the back
        half.
      </span>
    </>
  );
}
