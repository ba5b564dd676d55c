/**
 * The headless door: the same checks and exports as the interface, for scripts.
 *
 * Exit 0: it closes. 1: it does not, or something is still to choose. 2: bad input, with the field's
 * path. 3: a fault of the program itself.
 */
import { readFile, stat } from 'node:fs/promises';
import { parseArgs } from 'node:util';
import { STARTER_PARTS } from '@deft/core/catalogue';
import { holeWords } from '@deft/core/cuts';
import { documentSchema } from '@deft/core/formats';
import {
  BadInput,
  ENVELOPE_LIMIT,
  percent,
  type Project,
  readEnvelope,
  readJson,
  whatWords,
} from '@deft/core/model';
import { buildSteps } from '@deft/core/build';
import { type Check, check, type Ways, waysOut } from '@deft/core/verdict';
import { exportFiles, EXPORTS, isExport } from './exports';
import { backupTo, doctorOf, restoreFrom } from './database';
import { NoDatabase } from '../scripts/database.mjs';
import type { Io } from './io';
import { writeAll } from './write';

export type { Io };

const USAGE = `deft-shell check FILE.json [--json] [--ways [--seconds 60]]
deft-shell export FILE.json --what ${EXPORTS.join('|')} --out DIR [--force] [--paper a4|letter]
deft-shell schema
deft-shell backup FILE.zip [--force]
deft-shell restore FILE.zip [--only KEY]
deft-shell doctor
`;

export async function run(argv: readonly string[], io: Io): Promise<number> {
  try {
    const { values, positionals } = parseArgs({
      args: [...argv],
      allowPositionals: true,
      options: {
        json: { type: 'boolean' },
        ways: { type: 'boolean' },
        seconds: { type: 'string' },
        what: { type: 'string' },
        out: { type: 'string' },
        force: { type: 'boolean' },
        paper: { type: 'string' },
        only: { type: 'string' },
        help: { type: 'boolean' },
      },
    });
    const [command, file] = positionals;
    if (values.help || !command) {
      io.out(USAGE);
      return command || values.help ? 0 : 2;
    }
    if (command === 'schema') {
      io.out(`${JSON.stringify(documentSchema(), null, 2)}\n`);
      return 0;
    }
    if (command === 'doctor') return await doctorOf(io);
    if (!file) throw new BadInput('', `Name a file: deft-shell ${command} FILE.json`);
    if (command === 'check') {
      const seconds = Number(values.seconds ?? WAYS_SECONDS);
      if (!(seconds > 0)) throw new BadInput('--seconds', 'Seconds are a number greater than 0.');
      const budget = values.ways ? seconds : 0;
      return checkFile(await readBuild(file), io, values.json ?? false, budget);
    }
    if (command === 'export') {
      if (!values.what || !isExport(values.what)) {
        throw new BadInput('--what', `Say what to export: ${EXPORTS.join(', ')}.`);
      }
      if (!values.out) throw new BadInput('--out', 'Name a folder with --out.');
      if (values.paper !== undefined && values.paper !== 'a4' && values.paper !== 'letter') {
        throw new BadInput('--paper', 'Paper is a4 or letter.');
      }
      const written = await writeAll(
        values.out,
        await exportFiles(await readBuild(file), values.what, values.paper ?? 'a4'),
        values.force ?? false,
      );
      for (const path of written) io.out(`${path}\n`);
      return 0;
    }
    if (command === 'backup') return await backupTo(file, values.force ?? false, io);
    if (command === 'restore') return await restoreFrom(file, values.only, io);
    throw new BadInput('', `There is no command "${command}".\n${USAGE}`);
  } catch (e) {
    if (e instanceof BadInput) {
      io.err(`${e.path ? `${e.path}: ` : ''}${e.message}\n`);
      return 2;
    }
    if (e instanceof NoDatabase) {
      io.err(`${e.message}\n`);
      return 2;
    }
    const bad = e as { code?: unknown; message?: string };
    if (String(bad.code).startsWith('ERR_PARSE_ARGS')) {
      io.err(`${bad.message}\n${USAGE}`);
      return 2;
    }
    io.err(`A fault of the program, not of the file: ${bad.message ?? 'no more is known'}\n`);
    return 3;
  }
}

/** A build from a file: a bare document or an envelope. */
export async function readBuild(file: string): Promise<Project> {
  const size = await stat(file).then(
    (s) => s.size,
    () => {
      throw new BadInput('', `There is no file "${file}".`);
    },
  );
  if (size > ENVELOPE_LIMIT) {
    throw new BadInput('', `The file is larger than ${ENVELOPE_LIMIT / 1024 / 1024} MB.`);
  }
  const json = readJson(await readFile(file, 'utf8'), ENVELOPE_LIMIT);
  const read = json.ok ? readEnvelope(json.value) : json;
  if (!read.ok) throw new BadInput(read.complaints[0]!.path, read.complaints[0]!.sentence);
  return read.value.document;
}

const MARK = { hit: 'HIT  ', tight: 'tight', clear: 'clear' } as const;

/** Ways out are sought for so long, s, unless somebody says otherwise. */
const WAYS_SECONDS = 60;

/** Ways out of what is open, the worst first, until the time is over; what was left out is named. */
function waysOf(p: Project, c: Check, seconds: number): { of: Map<string, Ways>; left: string[] } {
  const of = new Map<string, Ways>();
  const left: string[] = [];
  const until = Date.now() + seconds * 1000;
  for (const f of c.findings.filter((x) => x.verdict !== 'clear')) {
    if (Date.now() < until) of.set(f.id, waysOut(p, f, STARTER_PARTS, c));
    else left.push(`${f.title}: ${whatWords(f)}`);
  }
  return { of, left };
}

function checkFile(p: Project, io: Io, json: boolean, seconds: number): number {
  const c = check(p);
  const ways = waysOf(p, c, seconds);
  const steps = buildSteps(p, c.checker.scene);
  if (json) {
    const run =
      c.power.run &&
      Object.fromEntries(Object.entries(c.power.run.value).filter(([k]) => k !== 'curve'));
    io.out(
      `${JSON.stringify(
        {
          id: p.id,
          sentence: c.sentence,
          hits: c.hits,
          tight: c.tight,
          clear: c.clear,
          chance: c.chance,
          closes: c.closes,
          findings: c.findings.map((f) => {
            const found = ways.of.get(f.id);
            return found ? { ...f, ways: found.ways, blocked: found.blocked } : f;
          }),
          ...(seconds > 0 ? { withoutWays: ways.left } : {}),
          cuts: c.cuts,
          pins: c.map.inputs.map((m) => ({
            input: m.input.id,
            role: m.input.functions[0],
            gpio: m.gpio,
            pin: m.pin,
            wireMm: m.wireMm,
          })),
          power: {
            watts: c.power.watts,
            run,
            charge: c.power.charge?.value,
            rail: c.power.rail?.value,
            peak: c.power.peak,
          },
          steps,
        },
        null,
        2,
      )}\n`,
    );
    return c.closes ? 0 : 1;
  }
  io.out(
    `${p.name}\n${c.sentence}; ${c.clear} clear${c.hits ? '' : `; gaps alone: ${percent(c.chance)} to fit first time`}\n\n`,
  );
  for (const f of c.findings) {
    if (f.verdict === 'clear') continue;
    io.out(
      `${MARK[f.verdict]} ${f.station.padEnd(8)} ${f.title}${f.measure ? ` ± ${(2 * f.measure.sigma).toFixed(1)}` : ''}: ${whatWords(f)}\n`,
    );
    for (const line of f.why) io.out(`               ${line}\n`);
    const found = ways.of.get(f.id);
    for (const w of found?.ways ?? []) io.out(`            -> ${w.text} (${w.cost})\n`);
    if (found?.blocked) io.out(`            -- ${found.blocked}\n`);
  }
  if (seconds > 0 && ways.left.length) {
    io.out(`\nNo time for ways out of: ${ways.left.join('; ')}. Give it --seconds.\n`);
  }
  io.out('\nCuts\n');
  for (const o of c.cuts.openings) {
    io.out(
      `  ${o.name}: ${o.round ? `⌀${o.w.toFixed(1)}` : `${o.w.toFixed(1)} × ${o.h.toFixed(1)}`} mm, ${o.from.map((f) => `${f.mm.toFixed(1)} from ${f.edge}`).join(', ')}\n`,
    );
  }
  for (const t of c.cuts.trims) {
    io.out(`  ${t.name}: to ${t.to.toFixed(1)} of ${t.full.toFixed(1)} mm\n`);
  }
  for (const q of c.cuts.pockets) {
    io.out(
      `  ${q.name}: ${q.w.toFixed(1)} × ${q.h.toFixed(1)} mm, ${q.deep.toFixed(1)} deep, ${q.left.toFixed(1)} of wall left\n`,
    );
  }
  for (const q of c.cuts.patterns) {
    io.out(
      `  ${q.name}: ${q.holes} holes ${holeWords(q.hole)} mm, ${q.open.toFixed(0)} mm² open, act as ${q.acting.toFixed(0)}\n`,
    );
  }
  io.out('\nPower\n');
  for (const line of [
    ...(c.power.run?.working ?? []),
    ...(c.power.charge?.working ?? []),
    ...(c.power.rail?.working ?? []),
  ]) {
    io.out(`  ${line}\n`);
  }
  io.out(
    `\nButtons\n  ${c.map.total.working[0]}\n\nSteps: ${steps.length}, ${steps.filter((s) => s.done).length} done\n`,
  );
  return c.closes ? 0 : 1;
}
