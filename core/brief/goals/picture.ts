/** How much of the screen the wished families fill. */
import { SHOWN } from '../../catalogue';
import { kitOf } from '../../chains';
import { picturePlan } from '../../display';
import { type Judge, judged, metIf } from './goal';

export const picture: Judge = ({ p, b }) => {
  if (!b.picture) return undefined;
  const s = kitOf(p).all.find((x) => x.part.screen);
  if (!s) return judged(b.picture, 'open', 'no screen yet', 'the screen');
  const rows = b.families.map((name) => ({
    name,
    plan: picturePlan(SHOWN[name], s.part.screen!),
  }));
  const shares = rows.map(({ plan }) => {
    if (b.picture === 'whole pixels') {
      if (plan.whole) return 1 - plan.whole.bars;
      return 0;
    }
    return 1 - plan.fill.bars;
  });
  const least = Math.min(1, ...shares);
  const worst = rows[shares.indexOf(least)];
  const standing = metIf(least >= 0.5, least > 0.25);
  return judged(
    b.picture,
    standing,
    worst ? `${worst.name} on ${Math.round(least * 100)} % of the screen` : 'no family named',
    s.item.name,
    rows.map(({ name, plan }, i) => {
      const whole = plan.whole ? `× ${plan.whole.scale}` : 'no whole scale';
      const scale = b.picture === 'whole pixels' ? whole : `× ${plan.fill.scale.toFixed(2)}`;
      return `${name}: ${scale}, ${Math.round(100 * shares[i]!)} % of the screen`;
    }),
  );
};
