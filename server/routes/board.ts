/** The board of the press test: one page at a time wires it, presses its keys and mends it. */
import { Router } from 'express';
import { z } from 'zod';
import { Mend, Wiring } from '@deft/simulators/board';
import { KeptSetting, Probing } from '@deft/simulators/kept';
import { Capturing, SerialSetting } from '@deft/simulators/serial';
import { held, letGo } from '../board/lease';
import type { BoardLink } from '../board/link';
import { badInput, Refusal } from '../errors';
import type { Db } from '../store/schema';
import { bodyAs, smallBody } from './body';

/** There is one board, whatever it is that stands for it. */
const NAME = 'board';
/** Listened to at rest, ms of the board's own clock. */
const LISTEN_MS = 2000;

const Owner = z.uuid();
const Begin = z.strictObject({
  owner: Owner,
  wiring: Wiring,
  /** Mistakes it is to have: of which seed, and how many. */
  spoil: z
    .strictObject({
      seed: z.number().int().min(0).max(0xffff_ffff),
      count: z.number().int().min(0).max(4),
    })
    .optional(),
});
const Doing = z.discriminatedUnion('do', [
  z.strictObject({ owner: Owner, do: z.literal('rest') }),
  z.strictObject({
    owner: Owner,
    do: z.literal('press'),
    key: z.string().regex(/^[a-z0-9][a-z0-9-]{0,63}$/),
  }),
  z.strictObject({ owner: Owner, do: z.literal('mend'), mend: Mend }),
  z.strictObject({ owner: Owner, do: z.literal('reveal') }),
  z.strictObject({ owner: Owner, do: z.literal('probe'), probe: Probing }),
  z.strictObject({ owner: Owner, do: z.literal('table') }),
  z.strictObject({ owner: Owner, do: z.literal('capture'), capture: Capturing }),
]);

const Lay = z.strictObject({ owner: Owner, board: KeptSetting });
const LaySerial = z.strictObject({ owner: Owner, pad: SerialSetting });

interface Heard {
  t: number;
  code: number;
  value: 0 | 1;
}

/** "EV 120 304 1": anything else a board says is no event. */
function eventsOf(lines: readonly string[]): Heard[] {
  return lines.flatMap((line): Heard[] => {
    const [, t, code, value] = /^(?:EV|DOWN|UP) (\d{1,12}) (\d{1,3}) ([01])$/.exec(line) ?? [];
    return t === undefined
      ? []
      : [{ t: Number(t), code: Number(code), value: value === '1' ? 1 : 0 }];
  });
}
const codesOf = (lines: readonly string[]): number[] =>
  (lines.find((l) => l.startsWith('PRESSED')) ?? '')
    .split(' ')
    .slice(1)
    .map(Number)
    .filter((c) => Number.isInteger(c) && c >= 1 && c <= 0x2ff);

/** "READS 12.3": a meter that says anything else has said nothing. */
function readingOf(lines: readonly string[]): number | 'open' | 'diode' {
  const [, said] = /^READS (open|diode|\d{1,9}(?:\.\d{1,3})?)$/.exec(lines[0] ?? '') ?? [];
  if (said === undefined) {
    throw new Refusal(503, 'board', 'The meter shows nothing that can be read. Read it again.');
  }
  return said === 'open' || said === 'diode' ? said : Number(said);
}
/** "KEY up 3 7", a dash for a half without a pad. */
const tableOf = (lines: readonly string[]) =>
  lines.flatMap((line) => {
    const [, key, a, b] = /^KEY ([a-z0-9-]{1,64}) (\S{1,12}) (\S{1,12})$/.exec(line) ?? [];
    return key === undefined ? [] : [{ key, pads: [a!, b!] }];
  });

/** "ROW 0.000012,1,0,1": the rows of a capture, as a file of it would hold them. */
const rowsOf = (lines: readonly string[]): string[] =>
  lines.flatMap((line) => /^ROW (\d{1,6}\.\d{1,12},[01],[01],[01])$/.exec(line)?.[1] ?? []);

export function boardRoutes(db: Db, board: BoardLink): Router {
  const r = Router();
  const mine = async (owner: string): Promise<void> => {
    if (await held(db, NAME, owner)) return;
    throw new Refusal(
      409,
      'taken',
      'The board is in use by another page. It is free a minute after that one stops.',
    );
  };
  const atRest = async () => {
    const now = codesOf(await board.ask('NOW'));
    return { now, events: eventsOf(await board.ask(`REST ${LISTEN_MS}`)) };
  };
  r.post('/board', smallBody, async (req, res) => {
    const { owner, wiring, spoil } = bodyAs(Begin, req);
    await mine(owner);
    await board.ask(`WIRE ${JSON.stringify(wiring)}`);
    if (spoil) await board.ask(`SPOIL ${JSON.stringify(spoil)}`);
    res.json(await atRest());
  });
  r.post('/board/kept', smallBody, async (req, res) => {
    const { owner, board: setting } = bodyAs(Lay, req);
    await mine(owner);
    await board.ask(`KEPT ${JSON.stringify(setting)}`);
    res.json({});
  });
  r.post('/board/serial', smallBody, async (req, res) => {
    const { owner, pad } = bodyAs(LaySerial, req);
    await mine(owner);
    await board.ask(`SERIAL ${JSON.stringify(pad)}`);
    res.json({});
  });
  r.post('/board/do', smallBody, async (req, res) => {
    const doing = bodyAs(Doing, req);
    await mine(doing.owner);
    switch (doing.do) {
      case 'rest':
        return void res.json(await atRest());
      case 'press':
        return void res.json({ events: eventsOf(await board.ask(`PRESS ${doing.key}`)) });
      case 'mend':
        await board.ask(`MEND ${JSON.stringify(doing.mend)}`);
        return void res.json(await atRest());
      case 'probe': {
        const lines = await board.ask(`PROBE ${JSON.stringify(doing.probe)}`);
        return void res.json({ reads: readingOf(lines) });
      }
      case 'capture': {
        const lines = await board.ask(`CAPTURE ${JSON.stringify(doing.capture)}`);
        return void res.json({ rows: rowsOf(lines) });
      }
      case 'table':
        return void res.json({ keys: tableOf(await board.ask('TABLE')) });
      case 'reveal': {
        const lines = await board.ask('REVEAL');
        return void res.json({ mistakes: lines.length });
      }
    }
  });
  r.delete('/board/:owner', async (req, res) => {
    const owner = Owner.safeParse(req.params['owner']);
    if (!owner.success) throw badInput({ path: 'owner', sentence: 'This is no owner of a board.' });
    await letGo(db, NAME, owner.data);
    res.status(204).end();
  });
  return r;
}
