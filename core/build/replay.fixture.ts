/**
 * Walks a list of steps as a builder would, with the state of every thing, and refuses what cannot
 * be done or is not true. It knows the bench, not how the list was made.
 */
import { cutting } from '../cuts';
import { buttonMap } from '../controls';
import { type PlacedItem, sceneOf } from '../fit';
import { partOf } from '../kit';
import { hingesOf, type Part, present, type Project, seatsOf } from '../model';
import { netsOf } from '../wiring';
import type { Act, Step } from './index';

type Is = 'loose' | 'fixed';
interface Thing {
  is: Is;
  how?: Extract<Act, { do: 'fix' }>['how'];
  taped: boolean;
  tried: boolean;
  /** Something hard or sticky that came beside it. */
  glued: boolean;
  covered: boolean;
}

export class Replay {
  readonly refusals: string[] = [];
  readonly #p: Project;
  readonly #things = new Map<string, Thing>();
  readonly #soldered = new Set<string>();
  readonly #made = new Set<string>();
  readonly #cut = new Set<string>();
  readonly #fitted = new Set<string>();
  readonly #blanked = new Set<string>();
  readonly #plugged = new Set<string>();
  readonly #off = new Set<string>();
  readonly #back = new Set<string>();
  readonly #brackets = new Set<string>();
  readonly #joined = new Set<string>();
  #railProved = false;
  #ohmsRead = false;
  #shut = false;
  /** Sawn, and its rails not read to ground yet. */
  readonly #unread = new Set<string>();
  readonly #scene;

  constructor(p: Project) {
    this.#p = p;
    this.#scene = sceneOf(p);
    for (const item of present(p).kit.items) {
      this.#things.set(item.id, {
        is: 'loose',
        taped: false,
        tried: false,
        glued: false,
        covered: false,
      });
    }
  }

  /** Why the list cannot be done as it stands; empty when it can. */
  static of(p: Project, steps: readonly Step[]): string[] {
    const replay = new Replay(p);
    for (const step of steps) replay.#do(step);
    replay.#leftOver(steps);
    replay.#words(steps);
    return replay.refusals;
  }

  #no(step: Pick<Step, 'id'>, why: string): void {
    this.refusals.push(`${step.id}: ${why}`);
  }

  #part(item: string) {
    const found = this.#p.kit.items.find((i) => i.id === item);
    return found && partOf(this.#p, found);
  }

  #cellIn(): boolean {
    return this.#joined.size > 0;
  }

  #do(step: Step): void {
    if (step.feed === 'cell' && !this.#cellIn() && !step.acts.some((a) => a.do === 'join cell')) {
      const tried = step.acts.some((a) => a.do === 'try' && this.#part(a.item)?.cell);
      if (!tried) this.#no(step, 'it is fed by a cell that is not joined');
    }
    if (step.feed === 'bench supply' && this.#cellIn()) {
      this.#no(step, 'a bench supply beside a joined cell');
    }
    if (step.id === 'gate-ohms') this.#ohmsRead = true;
    for (const item of this.#unread) {
      if (step.id === `saw-gate:${item}`) this.#unread.delete(item);
      const isFed = step.acts.some((a) => a.do === 'feed' && a.items.includes(item));
      if (isFed) this.#no(step, `${item} was sawn, and nobody read its rails since`);
    }
    if (step.id === 'gate-rail') {
      if (!this.#ohmsRead) this.#no(step, 'power before the ohms were read');
      this.#railProved = true;
    }
    for (const act of step.acts) this.#act(step, act);
  }

  #act(step: Step, act: Act): void {
    switch (act.do) {
      case 'try':
        this.#thing(step, act.item, (t) => (t.tried = true));
        return;
      case 'take off':
        this.#iron(step, [act.item]);
        this.#off.add(`${act.item}/${act.block}`);
        if (!this.#things.get(act.item)?.tried && this.#testable(act.item)) {
          this.#no(step, `${act.item} was not tried before it was changed`);
        }
        return;
      case 'saw':
        this.#iron(step, [act.item]);
        this.#unread.add(act.item);
        return;
      case 'solder':
        this.#iron(step, act.items);
        for (const net of act.nets) {
          if (this.#soldered.has(net)) this.#no(step, `${net} is soldered twice`);
          this.#soldered.add(net);
        }
        if (this.#hangsOnRail(act) && !this.#railProved) {
          this.#no(step, 'a load is soldered to a rail nobody proved');
        }
        return;
      case 'tape':
        this.#thing(step, act.item, (t) => (t.taped = true));
        return;
      case 'cut':
        if (this.#cellIn()) this.#no(step, 'cut with a cell joined');
        if (this.#shut) this.#no(step, 'cut in a closed case');
        this.#helped(step, act.cut);
        this.#cut.add(act.cut);
        return;
      case 'blank':
        this.#blanked.add(act.opening);
        return;
      case 'test-fit':
        this.#fitted.add(act.piece);
        return;
      case 'fix':
        this.#fix(step, act.item, act.how);
        return;
      case 'make':
        this.#made.add(act.item);
        return;
      case 'bracket':
        if (this.#things.get(act.item)?.is !== 'fixed') {
          this.#no(step, `the bracket bars the way of ${act.item}`);
        }
        this.#brackets.add(act.item);
        this.#thing(step, act.item, (t) => (t.glued = true));
        return;
      case 'plug':
        this.#plugged.add(act.lead);
        return;
      case 'feed':
        this.#feed(step, act.items);
        return;
      case 'join cell':
        this.#join(step, act);
        return;
      case 'kept':
        this.#back.add(act.thing);
        if (this.#shut !== this.#isDoor(act.thing)) {
          this.#no(step, `${act.thing} ${this.#shut ? 'into a closed' : 'onto an open'} case`);
        }
        return;
      case 'shut':
        this.#shut = true;
        return;
    }
  }

  #thing(step: Step, item: string, change: (t: Thing) => void): void {
    const thing = this.#things.get(item);
    if (!thing) this.#no(step, `there is no ${item}`);
    else change(thing);
  }

  #iron(step: Step, items: readonly string[]): void {
    if (step.feed !== 'no power') this.#no(step, 'an iron on what is fed');
    if (this.#cellIn()) this.#no(step, 'an iron with a cell joined');
    if (this.#shut) this.#no(step, 'an iron in a closed case');
    if (!/wash hands|Eye protection/.test(step.caution ?? '')) {
      this.#no(step, 'an iron without its caution');
    }
    for (const item of items) {
      this.#thing(step, item, (t) => {
        if (t.taped) this.#no(step, `${item} lies under tape`);
        if (t.glued) this.#no(step, `glue beside ${item} would melt`);
        if (t.covered) this.#no(step, `something stands over ${item}`);
      });
    }
  }

  /** Wires to anything but the makers of the supply. */
  #hangsOnRail(act: Extract<Act, { do: 'solder' }>): boolean {
    const supplied = act.items.some((i) => {
      const q = this.#part(i);
      return q?.converter ?? q?.charger ?? q?.off ?? q?.protects;
    });
    return act.nets.length > 0 && !supplied && this.#hasRail() && this.#inNetsOf('power', act.nets);
  }
  #hasRail(): boolean {
    return this.#p.kit.items.some((i) => this.#part(i.id)?.converter && !this.#part(i.id)?.cell);
  }
  #inNetsOf(what: string, ids: readonly string[]): boolean {
    return this.#nets().some((n) => n.what === what && ids.includes(n.id));
  }
  #known: ReturnType<typeof netsOf> | undefined;
  #nets(): ReturnType<typeof netsOf> {
    const scene = this.#scene;
    this.#known ??= scene.shell ? netsOf(this.#p, scene, buttonMap(this.#p, scene)) : [];
    return this.#known;
  }

  #fix(step: Step, item: string, how: NonNullable<Thing['how']>): void {
    const at = this.#scene.items.get(item);
    if (this.#shut) this.#no(step, 'into a closed case');
    if (this.#wasMade(item) && !this.#made.has(item)) this.#no(step, `${item} is not made yet`);
    if (at) {
      const { openings, trims, pockets, patterns } = cutting(this.#p, this.#scene);
      const cuts = [
        ...openings.filter((o) => o.pieces.includes(at.piece)).map((o) => `open:${o.key}`),
        ...trims.filter((t) => t.piece === at.piece).map((t) => `cut:${t.feature}/${t.copy}`),
        ...pockets.filter((c) => c.piece === at.piece).map((c) => `mill:${c.id}`),
        ...patterns.filter((c) => c.pieces.includes(at.piece)).map((c) => `drill:${c.id}`),
      ];
      const missing = cuts.filter((c) => !this.#cut.has(c));
      if (missing.length) this.#no(step, `${missing[0]} comes after it`);
      if (cuts.length && !this.#fitted.has(at.piece)) {
        this.#no(step, 'nobody tried whether it fits');
      }
      for (const other of this.#scene.items.values()) {
        const sign = this.#scene.shell!.sign(at.piece);
        // What lies beneath each other goes in in no order, and the verdict says so.
        if (other !== at && isUnder(at, other, sign) && !isUnder(other, at, sign)) {
          const lower = this.#things.get(other.item.id);
          if (lower?.is === 'loose') {
            this.#no(step, `${other.item.id} lies beneath and is not in yet`);
          }
          if (lower) lower.covered = true;
        }
      }
    }
    if (this.#part(item)?.cell && step.feed !== 'no power') this.#no(step, 'a live cell is fixed');
    this.#thing(step, item, (t) => {
      if (t.is === 'fixed') this.#no(step, `${item} is fixed twice`);
      Object.assign(t, { is: 'fixed', how, glued: t.glued || how === 'glue' });
    });
  }

  #feed(step: Step, items: readonly string[]): void {
    if (step.feed === undefined || step.feed === 'no power') this.#no(step, 'fed from nothing');
    for (const item of items) {
      if (!this.#things.has(item)) this.#no(step, `there is no ${item}`);
    }
  }

  #join(step: Step, { item, nets }: Extract<Act, { do: 'join cell' }>): void {
    if (this.#shut) this.#no(step, 'a cell into a closed case');
    if (!/[Ss]witch off/.test(step.detail)) this.#no(step, 'joined with the switch on');
    const cell = this.#part(item)?.cell;
    const wired = cell && cell.kind !== 'bay' && cell.kind !== 'bank';
    if (wired && !/other one taped/.test(step.detail)) this.#no(step, 'both leads bare at once');
    if (wired && !step.caution?.startsWith('Lithium')) this.#no(step, 'a cell without its caution');
    for (const net of nets) this.#soldered.add(net);
    this.#joined.add(item);
  }

  #isDoor(thing: string): boolean {
    return this.#p.donor?.kept.some((q) => q.id === thing && q.kind === 'door') ?? false;
  }

  #testable(item: string): boolean {
    return !['hardware', 'lead'].includes(this.#part(item)?.family ?? '');
  }

  /** Everything of the build has had its step. */
  #leftOver(steps: readonly Step[]): void {
    if (!this.#scene.shell) return;
    const end = { id: 'end' };
    // What stands on plates alone has nothing to shut.
    const hasHalves = this.#p.shell.bodies.some((b) => b.pieces.some((q) => q.role !== 'plate'));
    if (!this.#shut && hasHalves) this.#no(end, 'never closed');
    for (const { item } of this.#p.layout.placements) {
      const thing = this.#things.get(item);
      if (thing && thing.is !== 'fixed') this.#no(end, `${item} was never set in`);
      if (thing && !thing.tried && this.#testable(item)) this.#no(end, `${item} was never tried`);
    }
    for (const { item, fixed } of this.#p.layout.placements) {
      if (fixed === 'bracket' && this.#scene.items.has(item) && !this.#brackets.has(item)) {
        this.#no(end, `${item} has no bracket`);
      }
    }
    for (const net of this.#nets()) {
      if (!this.#soldered.has(net.id)) this.#no(end, `${net.id} was never soldered`);
    }
    this.#madeThings(end);
    const { blanks } = cutting(this.#p, this.#scene);
    for (const b of blanks) if (!this.#blanked.has(b.id)) this.#no(end, `${b.id} is still open`);
    for (const c of this.#scene.cables) {
      if (!this.#plugged.has(c.lead.id)) this.#no(end, `${c.lead.id} hangs loose`);
    }
    for (const i of present(this.#p).kit.items) {
      for (const block of i.struck) {
        if (!this.#off.has(`${i.id}/${block}`)) this.#no(end, `${block} is still on ${i.id}`);
      }
      if (i.insulated && !this.#things.get(i.id)?.taped) this.#no(end, `${i.id} is bare`);
      if (this.#part(i.id)?.cell && !this.#joined.has(i.id) && this.#placed(i.id)) {
        this.#no(end, `${i.id} was never joined`);
      }
    }
    for (const thing of this.#p.donor?.kept ?? []) {
      if (this.#p.way !== 'custom shell' && !this.#back.has(thing.id)) {
        this.#no(end, `${thing.id} was kept and lies on the bench`);
      }
      const proof = steps.some((s) => s.id === `prove-kept:${thing.id}`);
      if (proof !== (thing.proved !== 'not needed') && this.#p.way !== 'custom shell') {
        this.#no(end, `${thing.id} is proved: ${proof}`);
      }
    }
    for (const { joint } of seatsOf(this.#p.shell)) {
      if (!steps.some((s) => s.id === `seat:${joint.id}`)) {
        this.#no(end, `nobody tried whether ${joint.id} goes in`);
      }
    }
    for (const { joint } of hingesOf(this.#p.shell)) {
      if (!steps.some((s) => s.id === `hinge-ribbon:${joint.id}`)) {
        this.#no(end, `the ribbon of ${joint.id} was forgotten`);
      }
    }
  }
  #wasMade(item: string): boolean {
    return this.#p.kit.items.some((i) => i.id === item && i.made !== undefined);
  }

  /** A jig, stencil, collar or gauge of the kit lies ready when its cut is made. */
  #helped(step: Step, cut: string): void {
    for (const { id, made } of this.#p.kit.items) {
      if (!made) continue;
      const of = made.for;
      const cuts = [
        `open:${of}`,
        `cut:${of.replace('trim:', '').replace('#', '/')}`,
        `mill:${of.replace('pocket:', '')}`,
      ];
      const helps = ['drill jig', 'marking stencil', 'trim collar', 'depth gauge'];
      if (helps.includes(made.kind) && cuts.includes(cut) && !this.#made.has(id)) {
        this.#no(step, `${id} is not made yet`);
      }
    }
  }

  /** Whatever was made for the build is made before what it is for is cut, and is put on. */
  #madeThings(end: { id: string }): void {
    for (const { id, made } of present(this.#p).kit.items) {
      if (!made) continue;
      if (!this.#made.has(id)) this.#no(end, `${id} was never made`);
      const helps = ['drill jig', 'marking stencil', 'trim collar', 'depth gauge'];
      const tool = [...helps, 'calibration piece'].includes(made.kind);
      if (!tool && this.#things.get(id)?.is !== 'fixed') this.#no(end, `${id} was never put on`);
    }
  }

  #placed(item: string): boolean {
    return this.#p.layout.placements.some((q) => q.item === item);
  }

  /** Whether there is a header, and a key that is read at it. */
  #readAtHeader(kit: readonly Part[]): boolean {
    const { route, inputs, tracing } = this.#p.controls;
    // A traced board is tapped net by net, and its rows and columns lead to the header.
    const isTapped = route === 'original board' && tracing !== undefined;
    const isAt = route === 'gpio' || isTapped || inputs.some((i) => i.route === 'gpio');
    return (
      isAt && (route === 'gpio' || kit.some((q) => q.pads.some((pad) => pad.gpio !== undefined)))
    );
  }

  /** Nothing is named that is not there, and no caution stands where it does not belong. */
  #words(steps: readonly Step[]): void {
    const kit = present(this.#p).kit.items.map((i) => partOf(this.#p, i));
    const faults = new Set<string>(this.#p.donor?.faults ?? []);
    const cells = kit.flatMap((q) => (q.cell ? [q.cell] : []));
    const bay = cells.length > 0 && cells.every((c) => c.kind === 'bay');
    const only: ReadonlyArray<readonly [RegExp, boolean, string]> = [
      [/screen timing/i, kit.some((q) => q.screen), 'there is no screen'],
      [/television/i, !kit.some((q) => q.screen), 'there is a screen'],
      [/under 2\.5 V/, cells.some((c) => c.kind !== 'bay' && c.kind !== 'bank'), 'no such cell'],
      [/header pin/, this.#readAtHeader(kit), 'no key is read at the header'],
      [/low-battery light/i, false, 'there is no such light'],
      [/[Ss]peaker|hiss/, kit.some((q) => q.speaker), 'there is no speaker'],
      [/under its caps/, false, 'nobody knows of caps'],
      [/hours of play/, cells.length > 0, 'nothing to play from'],
      [/charging/i, kit.some((q) => q.charger), 'nothing charges'],
      [/cell leads/, cells.length > 0, 'there is no cell'],
    ];
    const cautions: ReadonlyArray<readonly [RegExp, boolean]> = [
      [/^Leaked cells/, faults.has('leaked cells')],
      [/^Fluorescent/, faults.has('fluorescent backlight')],
      [/^Solvents/, faults.has('leaked cells') || faults.has('corrosion')],
      [/^Lithium/, cells.length > 0 && !bay],
      [/^The wall supply/, this.#p.power.source === 'wall' || !cells.length],
      [/^First charge/, kit.some((q) => q.charger) && !bay],
    ];
    for (const s of steps) {
      // What is taken off has the name its board gives it.
      const said = s.acts.some((a) => a.do === 'take off')
        ? ''
        : `${s.title} ${s.detail} ${s.gate?.point ?? ''}`;
      for (const [words, true_, why] of only) {
        if (words.test(said) && !true_) this.#no(s, `says ${words.source}: ${why}`);
      }
      for (const [words, belongs] of cautions) {
        if (words.test(s.caution ?? '') && !belongs) {
          this.#no(s, `a caution too many: ${words.source}`);
        }
      }
    }
    const shown = (words: RegExp): boolean => steps.some((s) => words.test(s.caution ?? ''));
    const opened = this.#scene.shell !== undefined && this.#p.way !== 'custom shell';
    for (const [words, belongs] of cautions.slice(0, 3)) {
      if (opened && belongs && !shown(words)) {
        this.#no({ id: 'cautions' }, `${words.source} is missing`);
      }
    }
    if (this.#cut.size && !shown(/^Eye protection/)) {
      this.#no({ id: 'cautions' }, 'cut without one');
    }
  }
}

/** Parts in one another go in in no order at all; the verdict says so, not the list. */
const overlap = (at: PlacedItem, other: PlacedItem): boolean =>
  at.blocks.some(({ solid: a }) =>
    other.blocks.some(
      ({ solid: b }) =>
        Math.min(a.x1, b.x1) > Math.max(a.x0, b.x0) &&
        Math.min(a.y1, b.y1) > Math.max(a.y0, b.y0) &&
        Math.min(a.z1, b.z1) > Math.max(a.z0, b.z0),
    ),
  );

/** Whether one part lies between another and the floor that other stands on. */
function isUnder(at: PlacedItem, other: PlacedItem, sign: number): boolean {
  if (at.piece !== other.piece || overlap(at, other)) return false;
  return at.blocks.some(({ solid: a }) =>
    other.blocks.some(({ solid: b }) => {
      const wide = Math.min(a.x1, b.x1) - Math.max(a.x0, b.x0);
      const high = Math.min(a.y1, b.y1) - Math.max(a.y0, b.y0);
      if (wide < 1 || high < 1) return false;
      // Floors lie far from the parting plane: what is nearer to the floor is under.
      return sign > 0 ? b.z0 >= a.z1 - 0.01 : b.z1 <= a.z0 + 0.01;
    }),
  );
}
