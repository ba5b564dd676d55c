/** `npm run sabotage`: every kind of spoiling at every place of every clean build, and what the verdict said of it. */
import { falseHits, type Outcome, sabotage, unlike } from '../core/verdict/sabotage/run.fixture';

const say = (text: string): void => void process.stdout.write(`${text}\n`);
const only = process.argv[2];

const kinds = new Map<string, Record<Outcome['is'], number>>();
const bad: Outcome[] = [];
const otherwise: string[] = [];
for (const o of sabotage()) {
  if (only && !o.kind.includes(only)) continue;
  const counts = kinds.get(o.kind) ?? { named: 0, refused: 0, missed: 0, unnamed: 0 };
  counts[o.is]++;
  kinds.set(o.kind, counts);
  if (o.is === 'missed' || o.is === 'unnamed') bad.push(o);
  if (o.after && unlike(o.spoilt, o.after).length) {
    otherwise.push(`${o.build}, ${o.kind}, ${o.where}`);
  }
}
let cases = 0;
for (const [kind, n] of kinds) {
  const all = n.named + n.refused + n.missed + n.unnamed;
  cases += all;
  const left = n.missed + n.unnamed ? `, ${n.missed} MISSED, ${n.unnamed} UNNAMED` : '';
  say(`${String(all).padStart(4)}  ${kind}: ${n.named} named, ${n.refused} refused${left}`);
}
for (const where of otherwise) say(`another verdict from nothing: ${where}`);
for (const o of bad) {
  say(`${o.is}: ${o.build}, ${o.kind}, ${o.where}: ${o.said.join('; ') || 'nothing said'}`);
}

let changes = 0;
const hits: string[] = [];
for (const f of falseHits()) {
  changes++;
  if (f) hits.push(`false: ${f.build}, ${f.change}: ${f.said.join('; ')}`);
}
hits.forEach(say);
const missed = bad.filter((o) => o.is === 'missed').length;
say(
  `${kinds.size} kinds, ${cases} cases, ${missed} missed, ${bad.length - missed} unnamed, ${otherwise.length} otherwise when judged from nothing; ${changes} harmless changes, ${hits.length} false`,
);
process.exit(bad.length || hits.length || otherwise.length ? 1 : 0);
