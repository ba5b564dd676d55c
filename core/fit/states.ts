/** The same build in each of its states: what it measures there, and what is different about it. */
import { formatMm, outlineSpan, type Worked } from '../model';
import { PLUGS } from '../kit';
import { depthsOf } from '../shell';
import { beside, pluggedIn, standsOut } from './beside';
import type { Scene } from './scene';

export interface State {
  id: 'use' | 'docked' | 'open' | 'stowed';
  name: string;
  size: Worked<[w: number, h: number, d: number]>;
  says: string[];
  /** Where there is something to fail. */ ok?: boolean;
}

/**
 * In use, plugged in (or docked), open on the bench, and stowed.
 *
 * @param unplug  what is undone before the halves part
 */
export function states(scene: Scene, unplug: readonly string[] = []): State[] {
  const shell = scene.shell;
  if (!shell) return [];
  const { w, h } = outlineSpan(shell.body.outline);
  const { front, back, proud } = depthsOf(shell.body);
  const thick = front + back + proud;
  const plugs = pluggedIn(scene);
  const caps = proud > 0 ? ` + ${formatMm(proud, 1)} of caps` : '';
  const bare = `${formatMm(front, 1)} front + ${formatMm(back, 1)} back${caps}`;
  const grow = { x: 0, y: 0 };
  const side = new Map<string, number>();
  for (const plug of plugs) {
    const wall = plug.mouth.wall!;
    const key = `${Math.round(wall.nx)},${Math.round(wall.ny)}`;
    side.set(key, Math.max(side.get(key) ?? 0, standsOut(plug)));
  }
  for (const [key, mm] of side) {
    if (key.startsWith('0,')) grow.y += mm;
    else grow.x += mm;
  }
  const lies =
    shell.body.spine === 'left' || shell.body.spine === 'right'
      ? ([2 * w, h] as const)
      : ([w, 2 * h] as const);
  const pocket = scene.project.brief.pocket
    ? [...scene.project.brief.pocket].sort((a, b) => b - a)
    : undefined;
  const mine = [w, h, thick].sort((a, b) => b - a);
  const over = pocket ? mine.map((mm, i) => mm - pocket[i]!) : [];
  const clash = beside.findings(scene).filter((f) => f.verdict !== 'clear');
  const names = [...new Set(plugs.map((q) => PLUGS[q.mouth.type].name))];
  let pocketWords: string;
  if (!pocket) pocketWords = 'No pocket was named in the brief.';
  else if (over.every((mm) => mm <= 0)) {
    pocketWords = `Goes into ${pocket.map((mm) => formatMm(mm, 0)).join(' × ')} mm.`;
  } else {
    pocketWords = `${formatMm(Math.max(...over), 1)} mm too large for ${pocket.map((mm) => formatMm(mm, 0)).join(' × ')} mm.`;
  }
  return [
    {
      id: 'use',
      name: 'In use',
      size: { value: [w, h, thick], working: [bare] },
      says: ['Nothing plugged in.'],
    },
    ...(plugs.length
      ? [
          {
            id: 'docked' as const,
            name: 'Plugged in',
            size: {
              value: [w + grow.x, h + grow.y, thick] as [number, number, number],
              working: [
                `mouldings and first bends outside: ${[...side].map(([, mm]) => formatMm(mm, 0)).join(' + ')} mm (typical)`,
              ],
            },
            says: clash.length
              ? clash.map((f) => `${f.title}: ${f.what}.`)
              : [`${names.join(', ')} in at once.`],
            ok: clash.length === 0,
          },
        ]
      : []),
    {
      id: 'open',
      name: 'Open',
      size: {
        value: [...lies, Math.max(front, back)],
        working: ['both halves side by side about the spine'],
      },
      says: [
        unplug.length ? `First unplug: ${unplug.join('; ')}.` : 'Nothing has to be unplugged.',
      ],
    },
    {
      id: 'stowed',
      name: 'Stowed',
      size: { value: [w, h, thick], working: [bare] },
      says: [pocketWords],
      ...(pocket ? { ok: over.every((mm) => mm <= 0) } : {}),
    },
  ];
}
