/** The face with its inputs, and each one's straight wire to its pin on the board behind. */
import type { PointerEvent } from 'react';
import { type ButtonMap, headerPlaces, type MappedInput, spotOf } from '@deft/core/controls';
import type { Scene } from '@deft/core/fit';
import type { Input } from '@deft/core/model';
import { type ShellSolids, span } from '@deft/core/shell';
import { Ticks } from '../../../book/Mat';
import { PointedMark } from '../../../book/PointedMark';
import { pointAt } from '../../../state/pointed';
import { type Drawn, drawnIn } from './drawn';
import { KeyMark } from './KeyMark';
import type { Lit } from './lit';
import { UnderKeys } from './UnderKeys';
import { useKeyDrag } from './useKeyDrag';
import style from './FaceMap.module.css';

interface FaceMapProps {
  scene: Scene;
  map: ButtonMap;
  width: number;
  height: number;
  chosen: string | undefined;
  onChoose: (id: string) => void;
  /** In a press test the keys are lit, and wires are not drawn. */
  lit?: ReadonlyMap<string, Lit>;
  /** A key was dragged, or nudged by arrows. */
  onMove?: (input: Input) => void;
}

export function FaceMap(props: FaceMapProps) {
  const { shell } = props.scene;
  return shell ? <FaceOf {...props} shell={shell} /> : null;
}

function FaceOf({
  scene,
  shell,
  map,
  width,
  height,
  chosen,
  onChoose,
  lit,
  onMove,
}: FaceMapProps & { shell: ShellSolids }) {
  const { body } = shell;
  const [w, h] = [span(body, 'x').mm, span(body, 'y').mm];
  const drawn = drawnIn(width, height, w, h);
  const { inputs, near, pointersOf, nudgesOf, wasClick } = useKeyDrag(
    scene,
    map,
    drawn.scale,
    lit ? undefined : onMove,
  );
  const fronts = new Set(body.pieces.filter((p) => shell.sign(p.id) > 0).map((p) => p.id));
  const isInFront = (input: Input): boolean => {
    const spot = spotOf(scene, input);
    return spot?.is === 'face' && fronts.has(spot.piece);
  };
  const handlersOf = (input: Input): React.SVGProps<SVGGElement> => ({
    ...pointersOf?.(input),
    onClick: () => {
      if (wasClick()) onChoose(input.id);
    },
    onKeyDown: (e) => {
      if (e.key === 'Enter') onChoose(input.id);
      else nudgesOf(input)(e);
    },
  });
  const tellSpot = (e: PointerEvent<SVGSVGElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    const [x0, y0] = drawn.at(0, 0);
    pointAt({
      body: body.id,
      x: (e.clientX - box.left - x0) / drawn.scale,
      y: (y0 - (e.clientY - box.top)) / drawn.scale,
    });
  };
  return (
    <svg
      width={width}
      height={height}
      role="group"
      aria-label="Inputs on the face and their pins"
      onPointerMove={tellSpot}
    >
      <Ticks w={width} h={height} scale={drawn.scale} />
      <text className="cap" x={width / 2} y={20} textAnchor="middle">
        {near
          ? `${near.mm.toFixed(1)} mm to ${near.input.name}, middle to middle`
          : 'THE FACE, seen from the front'}
      </text>
      <UnderKeys scene={scene} shell={shell} map={map} fronts={fronts} drawn={drawn} />
      {!lit && <Wires scene={scene} inputs={inputs} chosen={chosen} drawn={drawn} />}
      {inputs.map((m, i) => (
        <KeyMark
          key={m.input.id}
          mapped={m}
          n={i + 1}
          at={drawn.at(m.place!.x, m.place!.y)}
          isChosen={chosen === m.input.id}
          isWrong={map.findings.some((f) => f.about.includes(m.input.id))}
          isInFront={isInFront(m.input)}
          light={lit?.get(m.input.id)}
          canMove={pointersOf !== undefined}
          handlers={handlersOf(m.input)}
        />
      ))}
      <PointedMark body={body.id} to={drawn.at} />
      {!lit && inputs.some((m) => !isInFront(m.input)) && (
        <text className="cap" x={width / 2} y={height - 6} textAnchor="middle">
          dashed: a key in a wall or in the back
        </text>
      )}
    </svg>
  );
}

/** A straight line from each key to its pin; the chosen one's stands out. */
function Wires({
  scene,
  inputs,
  chosen,
  drawn,
}: {
  scene: Scene;
  inputs: readonly MappedInput[];
  chosen: string | undefined;
  drawn: Drawn;
}) {
  const pins = headerPlaces(scene);
  return inputs.map(({ input, place, gpio }) => {
    const pin = gpio === undefined ? undefined : pins.get(gpio);
    if (!place || !pin) return null;
    const [x1, y1] = drawn.at(place.x, place.y);
    const [x2, y2] = drawn.at(pin.x, pin.y);
    const isOther = chosen !== undefined && chosen !== input.id;
    const classes = [style.wire, isOther && style.other, chosen === input.id && style.chosen];
    return (
      <line
        key={input.id}
        className={classes.filter(Boolean).join(' ')}
        x1={x1}
        y1={y1}
        x2={x2}
        y2={y2}
      />
    );
  });
}
