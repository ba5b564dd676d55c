/** One file a builder can hand on when something is wrong: no build, no name, no picture is in it. */
import { arch, cpus, freemem, platform, release, totalmem } from 'node:os';
import { sql } from 'kysely';
import { FORMAT } from '@deft/core/model';
import { doctor } from '../backup/doctor';
import type { Db } from '../store/schema';
import type { Log } from './log';
import type { Metrics } from './metrics';

/** Lines of the log that are handed on. */
const LINES = 400;

export interface Diagnostics {
  made: string;
  program: { format: string; node: string; upSeconds: number; of?: string };
  machine: {
    platform: string;
    release: string;
    arch: string;
    cores: number;
    memoryMb: number;
    freeMb: number;
  };
  database: {
    version: string;
    bytes: number;
    builds: number;
    saves: number;
    pictures: number;
    parts: number;
  };
  doctor: Array<{ what: string; fault?: string; cure?: string; found?: string }>;
  metrics: string[];
  log: unknown[];
}

/** Names stand between quotes in what the doctor says. */
const nameless = (text: string): string => text.replace(/"[^"]*"/g, '"..."');

/**
 * @param of      the build of the program, as its pages know it
 * @param folder  home of the nightly copies, when there is one
 */
export async function diagnostics(
  db: Db,
  seen: { log: Log; metrics: Metrics },
  { of, folder }: { of?: string | undefined; folder?: string | undefined },
): Promise<Diagnostics> {
  const [looked, database, metrics, lines] = await Promise.all([
    doctor(db, folder),
    counts(db),
    seen.metrics.text(),
    seen.log.last(LINES),
  ]);
  const mb = (bytes: number) => Math.round(bytes / 2 ** 20);
  return {
    made: new Date().toISOString(),
    program: {
      format: FORMAT,
      node: process.version,
      upSeconds: Math.round(process.uptime()),
      ...(of ? { of } : {}),
    },
    machine: {
      platform: platform(),
      release: release(),
      arch: arch(),
      cores: cpus().length,
      memoryMb: mb(totalmem()),
      freeMb: mb(freemem()),
    },
    database,
    doctor: looked.map((l) => ({
      what: nameless(l.what),
      ...(l.fault ? { fault: nameless(l.fault) } : {}),
      ...(l.cure ? { cure: l.cure } : {}),
      ...(l.found ? { found: l.found } : {}),
    })),
    metrics: metrics.split('\n').filter((line) => line && !line.startsWith('#')),
    log: lines.flatMap(parsed),
  };
}

function parsed(line: string): unknown[] {
  try {
    return [JSON.parse(line) as unknown];
  } catch {
    // The last line may be half written.
    return [];
  }
}

async function counts(db: Db): Promise<Diagnostics['database']> {
  const { rows } = await sql<Diagnostics['database']>`
    select current_setting('server_version') as version,
      pg_database_size(current_database())::float8 as bytes,
      (select count(*)::int from build) as builds,
      (select count(*)::int from save) as saves,
      (select count(*)::int from asset) as pictures,
      (select count(*)::int from part) as parts`.execute(db);
  return rows[0]!;
}
