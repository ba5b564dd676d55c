/** HiGHS, a solver of mixed-integer programmes, as the solver of these. */
import highs from 'highs';
import type { Solver } from './programme';

/** @param wasm  where its program lies, for those who must fetch it */
export async function solverOf(wasm?: string): Promise<Solver> {
  const loaded = await highs(wasm ? { locateFile: () => wasm } : {});
  return (lp) => {
    const solved = loaded.solve(lp, { output_flag: false, mip_heuristic_effort: 0 });
    if (solved.Status !== 'Optimal') return undefined;
    const columns: Record<string, { Primal: number }> = solved.Columns;
    return new Map(Object.entries(columns).map(([name, c]) => [name, c.Primal]));
  };
}
