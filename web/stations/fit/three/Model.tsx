/** What is drawn in 3D: pieces, parts by their blocks, marks; and the way it is looked at. */
/* eslint-disable react-hooks/immutability -- camera and canvas are three's own objects, moved as three wants it */
import { type RefObject, useEffect, useLayoutEffect, useMemo, useRef } from 'react';
import { useFrame, useThree } from '@react-three/fiber';
import { BufferAttribute, BufferGeometry, Color, Vector3 } from 'three';
import { OrbitControls } from 'three/addons/controls/OrbitControls.js';
import { facesOf } from '@deft/core/geometry';
import type { PlacedItem, Scene } from '@deft/core/fit';
import type { Finding } from '@deft/core/model';
import type { ShellMeshes } from './useShellMeshes';

export type Half = 'solid' | 'glass' | 'gone';
export interface Mark {
  no: number;
  id: string;
  verdict: Finding['verdict'];
  at: [number, number, number];
  level: number;
  title: string;
}
/** Where it is looked at from, as seen from its middle. */
export const VIEWS = {
  corner: [-0.55, -0.75, 1],
  front: [0, 0, 1],
  back: [0, 0.001, -1],
  bottom: [0, -1, 0.12],
} as const;
export type View = keyof typeof VIEWS;
/** Between neighbours when taken wholly apart, mm. */
const APART_MM = 13;
const DISTANCE = 2.35;
/** Seconds a frame may take before it is drawn coarser, and pixels drawn for one shown: moving on a slow machine, at rest. */
const SLOW_S = 0.03;
const COARSE = 0.5;
const FINE = 1.5;

const INK: Partial<Record<PlacedItem['part']['family'], string>> = {
  screen: '#8fb3aa',
  cell: '#cbb06a',
  sbc: '#5f8f6c',
  charger: '#6c8fa3',
  audio: '#a387a8',
  speaker: '#857b6d',
  switch: '#d2b48c',
};
const BLOCK_INK: Partial<Record<PlacedItem['blocks'][number]['block']['kind'], string>> = {
  connector: '#b6bec0',
  shield: '#b6bec0',
  chip: '#475253',
  cap: '#9a7a5e',
};

/** Two fixed lights and what comes from all round: the model stands still and the eye goes round it, so shades are worked out once. */
const LIGHTS: ReadonlyArray<readonly [x: number, y: number, z: number, strength: number]> = [
  [-0.38, 0.52, 0.76, 0.52],
  [0.57, -0.46, -0.68, 0.2],
];
const AROUND = 0.48;

function shaded(positions: Float32Array, ink: string): BufferGeometry {
  const g = new BufferGeometry();
  const base = new Color(ink);
  const colours = new Float32Array(positions.length);
  for (let i = 0; i < positions.length; i += 9) {
    const [ax, ay, az, bx, by, bz, cx, cy, cz] = positions.subarray(i, i + 9) as unknown as [
      number,
      number,
      number,
      number,
      number,
      number,
      number,
      number,
      number,
    ];
    const [ux, uy, uz, vx, vy, vz] = [bx - ax, by - ay, bz - az, cx - ax, cy - ay, cz - az];
    const nx = uy * vz - uz * vy;
    const ny = uz * vx - ux * vz;
    const nz = ux * vy - uy * vx;
    const n = Math.hypot(nx, ny, nz) || 1;
    const light = LIGHTS.reduce(
      (s, [x, y, z, k]) => s + k * Math.max(0, (nx * x + ny * y + nz * z) / n),
      AROUND,
    );
    for (let k = 0; k < 3; k++) {
      colours.set([base.r * light, base.g * light, base.b * light], i + 3 * k);
    }
  }
  g.setAttribute('position', new BufferAttribute(positions, 3));
  g.setAttribute('color', new BufferAttribute(colours, 3));
  return g;
}

/** Round it, over it, nearer: angles in radians, distance as a factor. */
export type Turn = (round: number, over: number, nearer: number) => void;

interface ModelProps {
  scene: Scene;
  shell: ShellMeshes | undefined;
  levels: ReadonlyMap<string, number>;
  apart: number;
  front: Half;
  back: Half;
  view: View;
  turning: boolean;
  marks: readonly Mark[];
  chosen: string | undefined;
  onChoose: (id: string | undefined) => void;
  size: [number, number];
  flags: RefObject<Map<string, HTMLButtonElement>>;
  turn: RefObject<Turn | undefined>;
}

export function Model({
  scene,
  shell,
  levels,
  apart,
  front,
  back,
  view,
  turning,
  marks,
  chosen,
  onChoose,
  size: [w, h],
  flags,
  turn,
}: ModelProps) {
  const { camera, gl, invalidate, size, setDpr } = useThree();
  const orbit = useRef<OrbitControls>(undefined);
  const frames = useRef(0);
  const pace = useRef(0);
  const top = Math.max(0, ...levels.values());
  const lift = (level: number) => (level - top / 2) * apart * APART_MM;
  const big = Math.max(w, h, top * apart * APART_MM);
  useEffect(() => {
    const o = new OrbitControls(camera, gl.domElement);
    o.enableDamping = false;
    let rest: ReturnType<typeof setTimeout> | undefined;
    // Coarser while it moves where drawing is slow, fine again once it rests.
    const changed = () => {
      setDpr(pace.current > SLOW_S ? COARSE : 1);
      clearTimeout(rest);
      rest = setTimeout(() => {
        setDpr(FINE);
        invalidate();
      }, 180);
      invalidate();
    };
    o.addEventListener('change', changed);
    orbit.current = o;
    return () => {
      clearTimeout(rest);
      o.removeEventListener('change', changed);
      o.dispose();
    };
  }, [camera, gl, invalidate, setDpr]);
  useLayoutEffect(() => {
    const narrow = Math.min(1, size.width / size.height / 1.6);
    const [x, y, z] = VIEWS[view];
    const at = new Vector3(x, y, z).normalize().multiplyScalar((big * DISTANCE) / narrow);
    camera.position.set(at.x, at.y, at.z);
    camera.up.set(0, 1, 0);
    camera.lookAt(0, 0, 0);
    orbit.current?.target.set(0, 0, 0);
    orbit.current?.update();
    invalidate();
  }, [camera, view, big, size, invalidate]);
  useEffect(() => {
    turn.current = (a, b, zoom) => {
      const p = camera.position;
      const r = p.length() * zoom;
      const flatR = Math.hypot(p.x, p.z);
      const az = Math.atan2(p.x, p.z) + a;
      const el = Math.max(-1.5, Math.min(1.5, Math.atan2(p.y, flatR) + b));
      p.set(r * Math.cos(el) * Math.sin(az), r * Math.sin(el), r * Math.cos(el) * Math.cos(az));
      camera.lookAt(0, 0, 0);
      orbit.current?.update();
      invalidate();
    };
  }, [turn, camera, invalidate]);
  useEffect(() => invalidate());
  useFrame((_, dt) => {
    if (turning) turn.current?.(dt * 0.5, 0, 1);
    if (dt < 0.5) pace.current = 0.8 * pace.current + 0.2 * dt;
    frames.current++;
    gl.domElement.dataset['frames'] = String(frames.current);
    const v = new Vector3();
    for (const m of marks) {
      const el = flags.current.get(m.id);
      if (!el) continue;
      v.set(m.at[0] - w / 2, m.at[1] - h / 2, m.at[2] + lift(m.level)).project(camera);
      el.style.transform = `translate(${((v.x + 1) / 2) * size.width - 10}px, ${((1 - v.y) / 2) * size.height - 10}px)`;
    }
  });
  return (
    <group>
      {shell?.pieces.map(({ piece, mesh }) => {
        const how = scene.shell!.sign(piece) > 0 ? front : back;
        return how === 'gone' ? null : (
          <Piece
            key={piece}
            mesh={mesh}
            glass={how === 'glass'}
            at={[-w / 2, -h / 2, lift(levels.get(piece) ?? 0)]}
          />
        );
      })}
      {[...scene.items.values()].map((at) => (
        <PartBody key={at.item.id} at={at} lift={lift(levels.get(at.item.id) ?? 0)} w={w} h={h} />
      ))}
      {marks.map((m) => (
        <mesh
          key={m.id}
          position={[m.at[0] - w / 2, m.at[1] - h / 2, m.at[2] + lift(m.level)]}
          renderOrder={10}
          onClick={(e) => {
            e.stopPropagation();
            onChoose(chosen === m.id ? undefined : m.id);
          }}
        >
          <sphereGeometry args={[chosen === m.id ? 3.4 : 2.2, 20, 14]} />
          <meshBasicMaterial
            color={m.verdict === 'hit' ? '#e4573d' : '#e9a93c'}
            transparent
            opacity={0.85}
            depthTest={false}
          />
        </mesh>
      ))}
    </group>
  );
}

function Piece({
  mesh,
  glass,
  at,
}: {
  mesh: ShellMeshes['pieces'][number]['mesh'];
  glass: boolean;
  at: [number, number, number];
}) {
  const geometry = useMemo(() => {
    // Every triangle by itself keeps the edges sharp.
    const out = new Float32Array(mesh.triangles.length * 3);
    mesh.triangles.forEach((v, i) => out.set(mesh.positions.subarray(3 * v, 3 * v + 3), 3 * i));
    return shaded(out, '#f4ecd8');
  }, [mesh]);
  useEffect(() => () => geometry.dispose(), [geometry]);
  return (
    <mesh geometry={geometry} position={at} renderOrder={glass ? 5 : 0}>
      <meshBasicMaterial
        vertexColors
        transparent={glass}
        opacity={glass ? 0.22 : 1}
        depthWrite={!glass}
      />
    </mesh>
  );
}

function PartBody({ at, lift, w, h }: { at: PlacedItem; lift: number; w: number; h: number }) {
  const parts = useMemo(
    () =>
      at.blocks.map((b) => ({
        id: b.block.id,
        geometry: shaded(
          facesOf(b.solid.prisms),
          BLOCK_INK[b.block.kind] ?? INK[at.part.family] ?? '#c9b99a',
        ),
      })),
    [at],
  );
  useEffect(() => () => parts.forEach((p) => p.geometry.dispose()), [parts]);
  return (
    <group position={[-w / 2, -h / 2, lift]}>
      {parts.map((p) => (
        <mesh key={p.id} geometry={p.geometry}>
          <meshBasicMaterial vertexColors />
        </mesh>
      ))}
    </group>
  );
}
