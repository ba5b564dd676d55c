/** What every mesh reader gives: named solids, and the unit when the file says it. */
import type { Mesh } from '../../geometry';

export interface Solid {
  name: string;
  mesh: Mesh;
}
export interface MeshFile {
  kind: 'STL' | 'OBJ' | '3MF' | 'STEP';
  /** Millimetres a unit of the file is, when it says so. */ unitMm?: number;
  solids: Solid[];
}
