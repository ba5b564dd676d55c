/** The handheld in 3D: shut or taken apart in the order it goes together, halves solid, glass or gone, what touches marked. */
import { type KeyboardEvent, useMemo, useRef, useState } from 'react';
import { Button, Segmented, Slider } from 'antd';
import { Canvas } from '@react-three/fiber';
import { assembly, insertionOrder, type Scene, takenApart } from '@deft/core/fit';
import { outlineSpan } from '@deft/core/model';
import { numbered } from '../../../ui/Findings';
import { useBuild } from '../../../state/build';
import { type Half, Model, type Mark, type Turn, VIEWS, type View } from './Model';
import { useShellMeshes } from './useShellMeshes';

const HALVES = [
  { value: 'solid', label: 'solid' },
  { value: 'glass', label: 'glass' },
  { value: 'gone', label: 'gone' },
];
const draws = (): boolean => {
  try {
    return document.createElement('canvas').getContext('webgl2') !== null;
  } catch {
    return false;
  }
};

export default function ThreeView({
  scene,
  width,
  height,
}: {
  scene: Scene;
  width: number;
  height: number;
}) {
  const { check, chosen, choose } = useBuild('check', 'chosen', 'choose');
  const shell = useShellMeshes(scene);
  const [apart, setApart] = useState(0);
  const [front, setFront] = useState<Half>('glass');
  const [back, setBack] = useState<Half>('solid');
  const [view, setView] = useState<View>('corner');
  const [turning, setTurning] = useState(false);
  const able = useMemo(() => draws(), []);
  const turn = useRef<Turn>(undefined);
  const flags = useRef(new Map<string, HTMLButtonElement>());
  const put = useMemo(() => assembly(scene), [scene]);
  const levels = useMemo(() => takenApart(scene, put), [scene, put]);
  const marks = useMemo(
    () =>
      numbered(check.findings, 'fit').flatMap(({ no, finding: f }): Mark[] =>
        f.at
          ? [
              {
                no,
                id: f.id,
                verdict: f.verdict,
                at: [f.at.x, f.at.y, f.at.z],
                level: levels.get(f.about.find((id) => levels.has(id)) ?? '') ?? 0,
                title: f.title,
              },
            ]
          : [],
      ),
    [check, levels],
  );
  const body = scene.shell!.body;
  const { w, h } = outlineSpan(body.outline);
  const order = insertionOrder(scene, put).map((id) => scene.items.get(id)!.item.name);
  const keys = (e: KeyboardEvent) => {
    const step = (
      {
        ArrowLeft: [-0.15, 0],
        ArrowRight: [0.15, 0],
        ArrowUp: [0, 0.12],
        ArrowDown: [0, -0.12],
      } as Record<string, [number, number]>
    )[e.key];
    let zoom: 1 | 0.9 | 1.1;
    if (e.key === '+') zoom = 0.9;
    else if (e.key === '-') zoom = 1.1;
    else zoom = 1;
    if (!step && zoom === 1) return;
    e.preventDefault();
    e.stopPropagation();
    turn.current?.(step?.[0] ?? 0, step?.[1] ?? 0, zoom);
  };
  if (!able) {
    return (
      <p className="note" style={{ color: '#e9d9b6', padding: 30 }}>
        This browser draws no 3D here. Closed (C), the profile and In words (W) show the same build.
      </p>
    );
  }
  return (
    <div style={{ width, height, position: 'relative' }}>
      <div
        role="group"
        tabIndex={0}
        aria-label={`The handheld in 3D. Arrows turn it, plus and minus bring it nearer. In the order it goes together: ${order.join(', ')}`}
        onKeyDown={keys}
        style={{ position: 'absolute', inset: 0 }}
      >
        <Canvas
          frameloop={turning ? 'always' : 'demand'}
          dpr={1.5}
          gl={{ antialias: false, powerPreference: 'low-power' }}
          camera={{ fov: 28, near: 5, far: 4000 }}
        >
          <Model
            scene={scene}
            shell={shell}
            levels={levels}
            apart={apart}
            front={front}
            back={back}
            view={view}
            turning={turning}
            marks={marks}
            chosen={chosen}
            onChoose={choose}
            size={[w, h]}
            flags={flags}
            turn={turn}
          />
        </Canvas>
        {marks.map((m) => (
          <button
            key={m.id}
            type="button"
            className={`flag3 ${m.verdict} ${chosen === m.id ? 'on' : ''}`}
            ref={(e) => {
              if (e) flags.current.set(m.id, e);
              else flags.current.delete(m.id);
            }}
            aria-label={`Finding ${m.no}: ${m.title}`}
            onClick={() => choose(chosen === m.id ? undefined : m.id)}
          >
            {m.no}
          </button>
        ))}
      </div>
      <div className="three-bar">
        <label className="row">
          apart{' '}
          <Slider
            ariaLabelForHandle="Apart"
            min={0}
            max={1}
            step={0.02}
            value={apart}
            onChange={setApart}
            tooltip={{ open: false }}
            style={{ width: 90 }}
          />
        </label>
        <span className="row">
          front{' '}
          <Segmented
            size="small"
            aria-label="Front half"
            value={front}
            onChange={(v) => setFront(v as Half)}
            options={HALVES}
          />
        </span>
        <span className="row">
          back{' '}
          <Segmented
            size="small"
            aria-label="Back half"
            value={back}
            onChange={(v) => setBack(v as Half)}
            options={HALVES}
          />
        </span>
        <span className="row">
          {Object.keys(VIEWS).map((v) => (
            <Button
              key={v}
              size="small"
              type={view === v ? 'primary' : 'default'}
              onClick={() => {
                setTurning(false);
                setView(v as View);
              }}
            >
              {v}
            </Button>
          ))}
          <Button
            size="small"
            aria-pressed={turning}
            type={turning ? 'primary' : 'default'}
            onClick={() => setTurning(!turning)}
          >
            turn
          </Button>
        </span>
        {!shell && <span role="status">making the shell ...</span>}
        {shell?.bad && <span role="alert">The shell could not be made: {shell.bad}</span>}
      </div>
    </div>
  );
}
