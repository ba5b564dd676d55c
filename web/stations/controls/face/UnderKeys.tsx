/** What the keys lie over: the face, the board behind it, its holes, and the pins of the header. */
import { type ButtonMap, headerPlaces } from '@deft/core/controls';
import type { Scene } from '@deft/core/fit';
import { pointsOf } from '@deft/core/geometry';
import { isHost } from '@deft/core/model';
import { outerRing, type ShellSolids } from '@deft/core/shell';
import { closedPath, type Drawn } from './drawn';
import style from './FaceMap.module.css';

interface UnderKeysProps {
  scene: Scene;
  shell: ShellSolids;
  map: ButtonMap;
  /** Pieces that look to the front. */
  fronts: ReadonlySet<string>;
  drawn: Drawn;
}

export function UnderKeys({ scene, shell, map, fronts, drawn }: UnderKeysProps) {
  const holes = shell.openings.face.filter((o) => fronts.has(o.piece));
  return (
    <>
      <path
        className={`shell-in ${style.face}`}
        d={closedPath(drawn, pointsOf(outerRing(shell.body)))}
      />
      <Host scene={scene} drawn={drawn} />
      {holes.map((o) => (
        <path
          key={`${o.id}${o.copy}`}
          className={`hole ${o.use === 'window' ? style.window : style.hole}`}
          d={closedPath(drawn, o.points)}
        />
      ))}
      <Pins scene={scene} map={map} drawn={drawn} />
    </>
  );
}

function Host({ scene, drawn }: { scene: Scene; drawn: Drawn }) {
  const host = [...scene.items.values()].find((i) => isHost(i.part));
  const solid = host?.blocks[0]?.solid;
  if (!solid) return null;
  const { x0, y0, x1, y1 } = solid;
  const corners: Array<[number, number]> = [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ];
  return <path className={style.host} d={closedPath(drawn, corners)} />;
}

function Pins({ scene, map, drawn }: Pick<UnderKeysProps, 'scene' | 'map' | 'drawn'>) {
  const taken = new Set(map.lines.taken.map((t) => t.gpio));
  const read = new Set(map.inputs.map((m) => m.gpio));
  const classOf = (gpio: number): string | undefined => {
    if (taken.has(gpio)) return style.taken;
    return read.has(gpio) ? style.read : style.free;
  };
  return [...headerPlaces(scene)].map(([gpio, p]) => {
    const [x, y] = drawn.at(p.x, p.y);
    return (
      <circle key={gpio} className={classOf(gpio)} cx={x} cy={y} r="2.4">
        <title>{`GPIO${gpio}`}</title>
      </circle>
    );
  });
}
