/** STEP through occt-import-js, which meshes its exact surfaces; the reader itself is loaded by whoever has it. */
import { BadInput } from '../../model';
import type { MeshFile } from './file';

export interface StepReader {
  ReadStepFile: (
    bytes: Uint8Array,
    how: {
      linearUnit: string;
      linearDeflectionType: string;
      linearDeflection: number;
      angularDeflection: number;
    },
  ) => {
    success: boolean;
    meshes: Array<{
      name?: string;
      attributes: { position: { array: ArrayLike<number> } };
      index: { array: ArrayLike<number> };
    }>;
  };
}

/** How far a facet may be off its surface, mm; and the angle between neighbours, radians. */
const OFF_MM = 0.03;
const ANGLE = 0.2;

export function readStep(bytes: Uint8Array, occt: StepReader): MeshFile {
  const end = new TextDecoder('latin1').decode(bytes.subarray(Math.max(0, bytes.length - 4096)));
  if (!/END-ISO-10303-21/.test(end)) {
    throw new BadInput('', 'The STEP file was cut short: it has no END-ISO-10303-21.');
  }
  const twice = saidTwice(new TextDecoder('latin1').decode(bytes));
  if (twice) throw new BadInput('', `This STEP file says ${twice} twice: it is damaged.`);
  let read: ReturnType<StepReader['ReadStepFile']>;
  try {
    read = occt.ReadStepFile(bytes, {
      linearUnit: 'millimeter',
      linearDeflectionType: 'absolute_value',
      linearDeflection: OFF_MM,
      angularDeflection: ANGLE,
    });
  } catch {
    throw new BadInput('', 'This STEP file is damaged: its reader gave up.');
  }
  if (!read.success || !read.meshes.length) {
    throw new BadInput('', 'This STEP file holds no solid that can be read.');
  }
  return {
    kind: 'STEP',
    unitMm: 1,
    solids: read.meshes.map((m, i) => {
      const positions = Float32Array.from(m.attributes.position.array);
      const triangles = Uint32Array.from(m.index.array);
      if (triangles.some((v) => v >= positions.length / 3)) {
        throw new BadInput('', 'This STEP file is damaged: a facet has no corner.');
      }
      return { name: m.name?.slice(0, 80) || `solid ${i + 1}`, mesh: { positions, triangles } };
    }),
  };
}

/** Remarks and texts, ended or not, in which anything may stand; and what an instance is said by. */
const STEP_WORDS = /\/\*[\s\S]*?(?:\*\/|$)|'[^']*(?:'|$)|(?<=[;\s])(#\d+)\s*=/g;

/** The first instance that is said more than once: the reader follows each, thousands for minutes. */
function saidTwice(text: string): string | undefined {
  const seen = new Set<string>();
  for (const [, name] of text.matchAll(STEP_WORDS)) {
    if (name === undefined) continue;
    if (seen.has(name)) return name;
    seen.add(name);
  }
  return undefined;
}
