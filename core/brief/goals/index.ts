/** Every goal a brief may set, each judged in a file of its own. */
import type { GoalKey, Project } from '../../model';
import type { Check } from '../../verdict';
import { GOAL_NAMES, type Score, STANDING_RANK } from '../score';
import type { Judge } from './goal';
import { card } from './card';
import { cost } from './cost';
import { families } from './families';
import { headphones } from './headphones';
import { hours } from './hours';
import { mass } from './mass';
import { original } from './original';
import { picture } from './picture';
import { playCharging } from './playCharging';
import { players } from './players';
import { pocket } from './pocket';
import { rebuildable } from './rebuildable';
import { screen } from './screen';
import { tools } from './tools';
import { tv } from './tv';
import { uncut } from './uncut';
import { wireless } from './wireless';

const JUDGES: Readonly<Record<GoalKey, Judge>> = {
  families,
  hours,
  cost,
  screen,
  picture,
  pocket,
  mass,
  wireless,
  tv,
  players,
  headphones,
  playCharging,
  card,
  original,
  uncut,
  rebuildable,
  tools,
};

/** Every goal that was set, judged; missed ones of most weight first. */
export function scorecard(p: Project, c: Check): Score[] {
  const out = (Object.keys(JUDGES) as GoalKey[]).flatMap((goal): Score[] => {
    const told = JUDGES[goal]({ p, c, b: p.brief });
    const weight = p.brief.weights?.[goal] ?? 2;
    return told ? [{ ...told, goal, name: GOAL_NAMES[goal], weight }] : [];
  });
  return out.sort(
    (a, b) => STANDING_RANK[a.standing] - STANDING_RANK[b.standing] || b.weight - a.weight,
  );
}
