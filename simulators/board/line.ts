/**
 * The stand-in of a computer with keys on its header, as a process of its own on loopback. One line
 * of text is one command, answered by lines that end in OK or ERR:
 *
 *   WIRE {"keys": [...], "plug": false}   wires the board as it was planned
 *   SPOIL {"seed": 7, "count": 2}         makes mistakes nobody is told of
 *   NOW                                   PRESSED code ...
 *   REST 2000                             EV t code value, for each that was told meanwhile
 *   PRESS key                             DOWN t code value ..., UP t code value ...
 *   MEND {"do": "exchange", ...}          iron, one thing at a time
 *   REVEAL                                FAULT {...}, for each mistake that was made
 *   KEPT {"pads": [...], "keys": [...], "seed": 7, "slip": 0.05}
 *                                         an old board nobody has a drawing of
 *   PROBE {"red": {"pad": "3"}, "black": {"pad": "7"}, "held": "up"}
 *                                         READS 12.3, READS open or READS diode
 *   TABLE                                 KEY up 3 7, for each key: what there is to find
 *   SERIAL {"keys": [...], "seed": 7}   a pad nobody has a drawing of, that tells its keys bit after bit
 *   CAPTURE {"held": "up"}               ROW 0.000012,1,0,1, for each that a line moved
 *   BITS                                BIT up 3, for each key: what there is to find
 *
 * It ends when whoever started it goes away.
 */
import { createServer } from 'node:net';
import { z } from 'zod';
import { converse } from '../converse';
import { KeptSetting, KeptStandIn, Probing } from './kept';
import { Capturing, SerialPad, SerialSetting } from './serial';
import { Mend, type Told, WiredBoard, Wiring } from './wired';

/** A plan of 60 keys is 6 kB. */
const LONGEST_LINE = 65_536;
const Spoil = z.strictObject({
  seed: z.number().int().min(0).max(0xffff_ffff),
  count: z.number().int().min(0).max(4),
});
const Rest = z.coerce.number().int().min(1).max(60_000);

const events = (word: string, told: readonly Told[]): string[] =>
  told.map(({ t, code, value }) => `${word} ${t} ${code} ${value}`);

/** One connection, one board. */
export function conversation(): (line: string) => string[] {
  let wiring: Wiring | undefined;
  let board: WiredBoard | undefined;
  let kept: KeptStandIn | undefined;
  let serial: SerialPad | undefined;
  const here = (): WiredBoard => {
    if (!board) throw new RangeError('Nothing is wired yet: WIRE comes first.');
    return board;
  };
  const old = (): KeptStandIn => {
    if (!kept) throw new RangeError('No old board lies here: KEPT comes first.');
    return kept;
  };
  const pad = (): SerialPad => {
    if (!serial) throw new RangeError('No serial pad lies here: SERIAL comes first.');
    return serial;
  };
  const commands: Readonly<Record<string, (rest: string) => string[]>> = {
    WIRE: (rest) => {
      wiring = Wiring.parse(JSON.parse(rest));
      board = new WiredBoard(wiring);
      return [];
    },
    SPOIL: (rest) => {
      here();
      const { seed, count } = Spoil.parse(JSON.parse(rest));
      board = new WiredBoard(wiring!, seed);
      board.spoil(count);
      return [];
    },
    NOW: () => [`PRESSED ${here().pressedNow().join(' ')}`.trim()],
    REST: (rest) => events('EV', here().rest(Rest.parse(rest))),
    PRESS: (rest) => {
      const { down, up } = here().press(rest);
      return [...events('DOWN', down), ...events('UP', up)];
    },
    MEND: (rest) => {
      here().mend(Mend.parse(JSON.parse(rest)));
      return [];
    },
    KEPT: (rest) => {
      kept = new KeptStandIn(KeptSetting.parse(JSON.parse(rest)));
      return [];
    },
    PROBE: (rest) => [`READS ${old().probe(Probing.parse(JSON.parse(rest)))}`],
    TABLE: () => old().table(),
    SERIAL: (rest) => {
      serial = new SerialPad(SerialSetting.parse(JSON.parse(rest)));
      return [];
    },
    CAPTURE: (rest) =>
      pad()
        .capture(Capturing.parse(JSON.parse(rest)))
        .map((row) => `ROW ${row}`),
    BITS: () => pad().table(),
    REVEAL: () => here().mishaps.map((m) => `FAULT ${JSON.stringify(m)}`),
  };
  return (line) => {
    const [word = '', ...rest] = line.trim().split(' ');
    const command = Object.hasOwn(commands, word) ? commands[word] : undefined;
    if (!command) return ['ERR This command is not known.'];
    try {
      return [...command(rest.join(' ')), 'OK'];
    } catch (e) {
      return [`ERR ${e instanceof RangeError ? e.message : `${word} cannot be read.`}`];
    }
  };
}

export function listen(): void {
  const server = createServer((socket) => {
    const say = conversation();
    converse(socket, (line) => say(line).join('\n'), LONGEST_LINE);
  });
  server.listen(0, '127.0.0.1', () => {
    const at = server.address();
    process.stdout.write(`ready ${typeof at === 'object' ? at?.port : ''}\n`);
  });
  process.stdin.resume();
  process.stdin.on('end', () => process.exit(0));
}
