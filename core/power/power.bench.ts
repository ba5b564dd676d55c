/** The supply solved, and the hours on it: how long each takes, against an analogue simulator on the same networks. */
import { demos } from '../catalogue';
import { solved } from '../network';
import { drawnNetwork, shareOf, simulatedVolts } from '../network/judge.fixture';
import { powerFigures } from './index';

const median = (list: number[]): number => [...list].sort((a, b) => a - b)[list.length >> 1]!;
const timed = (what: () => void): number => {
  const t = performance.now();
  what();
  return performance.now() - t;
};

/** Networks that both are asked about, both warm. */
const NETWORKS = 30;

export function powerBench(say: (line: string) => void): void {
  const networks = Array.from({ length: NETWORKS }, (_, i) => drawnNetwork(i + 1)).filter(
    (n) => solved(n).stands,
  );
  const ours = networks.map((n) =>
    median(Array.from({ length: 200 }, () => timed(() => void solved(n)))),
  );
  simulatedVolts(shareOf(networks[0]!, 0.5));
  const theirs = networks.map((n) => timed(() => void simulatedVolts(n)));
  say(
    `Supply networks of 2 to 12 loads: ${median(ours).toFixed(3)} ms each (aim 0.2); an analogue simulator, started each time : the core = ${(median(theirs) / median(ours)).toFixed(0)} : 1`,
  );
  const hours = demos().map((p) =>
    median(
      Array.from({ length: 20 }, () => timed(() => void powerFigures({ ...p, kit: { ...p.kit } }))),
    ),
  );
  say(
    `Hours with their band and every supply finding, four demos: ${hours.map((h) => h.toFixed(1)).join(', ')} ms (aim 10)`,
  );
}
