/** What could be stood next in all half-filled cavities, in columns: there are tens of thousands. */
import type { Filling } from './filling';
import type { Shape } from './shape';

const COLUMNS = ['x', 'y', 'waste', 'worth'] as const;

export class Wishes {
  count = 0;
  from: Filling[] = [];
  shape: Shape[] = [];
  item: number[] = [];
  x = new Float64Array(1024);
  y = new Float64Array(1024);
  waste = new Float64Array(1024);
  worth = new Float64Array(1024);

  clear(): void {
    this.count = 0;
    this.from.length = this.shape.length = this.item.length = 0;
  }

  add(
    from: Filling,
    shape: Shape,
    item: number,
    x: number,
    y: number,
    waste: number,
    worth: number,
  ): void {
    const k = this.count++;
    if (k === this.x.length) this.#grow();
    this.from.push(from);
    this.shape.push(shape);
    this.item.push(item);
    this.x[k] = x;
    this.y[k] = y;
    this.waste[k] = waste;
    this.worth[k] = worth;
  }

  #grow(): void {
    for (const c of COLUMNS) {
      const more = new Float64Array(2 * this[c].length);
      more.set(this[c]);
      this[c] = more;
    }
  }

  /** Worth of the last of the best so many. */
  worthOf(most: number): number {
    return this.count <= most ? Infinity : this.worth.slice(0, this.count).sort()[most - 1]!;
  }
}
