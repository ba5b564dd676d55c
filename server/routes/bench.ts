/** The instruments of the bench: one page at a time sets them, reads them, and has them turned off. */
import { Router } from 'express';
import { z } from 'zod';
import { Connected, Plan } from '@deft/simulators/bench';
import { held, letGo } from '../board/lease';
import { Bench, type Read } from '../bench/bench';
import type { Instruments } from '../bench/instruments';
import { badInput, Refusal } from '../errors';
import type { Db } from '../store/schema';
import { bodyAs, smallBody } from './body';

const NAME = 'bench';
/** A question takes some ms on a real line: so many a call, that the page stays live. */
const MOST_READS = 40;

/** A tab, by the name it keeps over a reload. */
const Owner = z.string().regex(/^[\w-]{8,64}$/);
/** One opening of a page: a farewell of the one before it comes late, and ends nothing. */
const Visit = z.uuid();
const Begin = z.strictObject({
  owner: Owner,
  visit: Visit,
  /** What lies on the stand-in bench, and how it came true. */
  plan: Plan,
  seed: z.number().int().min(0).max(0xffff_ffff),
});
const Doing = z.discriminatedUnion('do', [
  z.strictObject({ owner: Owner, do: z.literal('connect'), to: Connected }),
  z.strictObject({
    owner: Owner,
    do: z.literal('feed'),
    volts: z.number().min(0).max(30),
    limitA: z.number().min(0.01).max(5),
    range: z.enum(['mA', 'A']),
  }),
  /** The electronic load: its own stop is set, and read back, before it may draw. */
  z.strictObject({
    owner: Owner,
    do: z.literal('draw'),
    amps: z.number().min(0).max(10),
    stopV: z.number().min(0).max(30),
  }),
  z.strictObject({
    owner: Owner,
    do: z.literal('read'),
    what: z.enum(['supply', 'load']),
    times: z.number().int().min(1).max(MOST_READS),
  }),
  /** Time of the stand-in goes by. */
  z.strictObject({
    owner: Owner,
    do: z.literal('pass'),
    seconds: z.number().min(1).max(20_000),
  }),
  z.strictObject({ owner: Owner, do: z.literal('off') }),
]);

export function benchRoutes(db: Db, instruments: Instruments): Router {
  const r = Router();
  const bench = new Bench(instruments);
  const mine = async (owner: string): Promise<void> => {
    if (!(await held(db, NAME, owner))) {
      throw new Refusal(
        409,
        'taken',
        'The instruments are in use by another page. They are free a minute after that one stops.',
      );
    }
    bench.heard();
  };
  r.post('/bench', smallBody, async (req, res) => {
    const { owner, visit, plan, seed } = bodyAs(Begin, req);
    await mine(owner);
    bench.visit = visit;
    if (bench.isStandIn) await bench.build(plan, seed);
    await bench.off();
    res.json({ isStandIn: bench.isStandIn, instruments: await bench.identify() });
  });
  r.post('/bench/do', smallBody, async (req, res) => {
    const doing = bodyAs(Doing, req);
    await mine(doing.owner);
    switch (doing.do) {
      case 'connect':
        await bench.connect(doing.to);
        break;
      case 'feed':
        await bench.feed(doing.volts, doing.limitA, doing.range);
        break;
      case 'draw':
        await bench.draw(doing.amps, doing.stopV);
        break;
      case 'pass':
        await bench.pass(doing.seconds);
        break;
      case 'off':
        await bench.off();
        break;
      case 'read':
        return void res.json(await readings(bench, doing.what, doing.times));
    }
    res.json({});
  });
  r.delete('/bench/:owner/:visit', async (req, res) => {
    const owner = Owner.safeParse(req.params['owner']);
    const visit = Visit.safeParse(req.params['visit']);
    if (!owner.success || !visit.success) {
      throw badInput({ path: 'owner', sentence: 'This is no owner of a bench.' });
    }
    if (bench.visit === visit.data && (await held(db, NAME, owner.data))) {
      await bench.off();
      await letGo(db, NAME, owner.data);
    }
    res.status(204).end();
  });
  return r;
}

async function readings(bench: Bench, what: 'supply' | 'load', times: number) {
  if (what === 'load') return { load: await bench.readLoad() };
  const samples: Read[] = [];
  for (let i = 0; i < times; i++) {
    const read = await bench.readSupply();
    if (!read) return { samples, isOver: true };
    samples.push(read);
  }
  return { samples, isOver: false };
}
