/** All hits at once with the least harm: what to keep, the plans found, one of them taken. */
import { useState } from 'react';
import { Button, Checkbox } from 'antd';
import { type Harm, type Keep, KEEPS, type Least, type None, type Plan } from '@deft/core/least';
import { percent } from '@deft/core/model';
import { useKeys } from '../../keys/useKeys';
import { useBuild } from '../../state/build';
import style from './LeastCutting.module.css';
import { useLeast } from './useLeast';

/** What is kept, as it is ticked, and what is given up, as it is told. */
const KEEP_WORDS: Readonly<Record<Keep, { keeps: string; gives: string }>> = {
  screws: { keeps: 'every closing screw', gives: 'a closing screw is lost' },
  door: { keeps: 'door and hinge', gives: 'door or hinge is cut' },
  slot: { keeps: 'the old slot', gives: 'the old slot is lost' },
  keys: { keeps: 'every key', gives: 'a key is left out' },
  looks: { keeps: 'the outside as it is', gives: 'more is seen outside' },
  parts: { keeps: 'boards whole', gives: 'something comes off a board' },
  kit: { keeps: 'the parts chosen', gives: 'another part is taken' },
  layout: { keeps: 'all where it lies', gives: 'parts are moved' },
};

export function LeastCutting() {
  const { check, apply } = useBuild('check', 'apply');
  const [kept, keep] = useState<readonly Keep[]>([]);
  const { trials, sought, seek, cancel } = useLeast();
  const busy = trials !== undefined;
  useKeys(check.hits && !busy ? { least: () => void seek(kept) } : {});
  if (!check.hits && !busy) return null;
  const toggle = (k: Keep, on: boolean) =>
    keep((now) => KEEPS.filter((q) => (q === k ? on : now.includes(q))));
  return (
    <section className={`card ${style.least}`} aria-label="Least cutting">
      <h2>
        Least cutting{' '}
        <span className="note">
          {check.hits === 1 ? 'the one hit' : `all ${check.hits} hits at once`}
        </span>
      </h2>
      <div className={style.keeps} role="group" aria-label="Keep whatever it costs">
        <span>Keep</span>
        {KEEPS.map((k) => (
          <Checkbox
            key={k}
            checked={kept.includes(k)}
            disabled={busy}
            onChange={(e) => toggle(k, e.target.checked)}
          >
            {KEEP_WORDS[k].keeps}
          </Checkbox>
        ))}
      </div>
      <div className="row">
        <Button type="primary" loading={busy} onClick={() => void seek(kept)}>
          Find the least
        </Button>
        {busy && (
          <>
            <span className="note" role="status">
              {trials} sets of ways tried on the whole build ...
            </span>
            <Button size="small" onClick={cancel}>
              Stop
            </Button>
          </>
        )}
        {!busy && !sought && (
          <span className="note">
            Moves, turns, slimming, trims, openings and other parts together; each set is judged on
            the whole build.
          </span>
        )}
      </div>
      {sought?.is === 'broken' && (
        <p className="bad" role="alert">
          The search broke off. Try again.
        </p>
      )}
      {sought?.is === 'found' && (
        <Found least={sought.least} onTake={(plan) => apply(plan.ways.flatMap((w) => w.changes))} />
      )}
    </section>
  );
}

function Found({ least, onTake }: { least: Least; onTake: (plan: Plan) => void }) {
  if (least.none) return <WhyNone none={least.none} />;
  return (
    <>
      <p className="note">
        {least.candidates} ways known, {least.tried} sets tried. Minutes and risk are typical; their
        order is what counts.
      </p>
      <div className={style.plans}>
        {least.plans.map((plan, i) => (
          <PlanCard key={i} plan={plan} first={i === 0} onTake={() => onTake(plan)} />
        ))}
      </div>
      {least.unkept.length > 0 && (
        <p className="note">
          No set of known ways keeps {least.unkept.map((k) => KEEP_WORDS[k].keeps).join(', or ')}.
        </p>
      )}
    </>
  );
}

/** Why there is none, and what would open one. */
function WhyNone({ none }: { none: None }) {
  return (
    <div role="status">
      <p>
        <b>
          {none.gaveUp
            ? 'It was given up: so many sets were tried that clear one hit and make another.'
            : 'No set of known ways clears all of them.'}
        </b>
      </p>
      {none.without.map((f) => (
        <p key={f.id}>
          No way is known for: {f.title}, {f.what}
        </p>
      ))}
      {none.permit.map((k) => (
        <p key={k}>There is one if you do not insist on {KEEP_WORDS[k].keeps}.</p>
      ))}
      {!none.permit.length && !none.without.length && (
        <p className="note">
          What clears one makes another, and no single thing given up opens a way. Let Arrange look
          for a layout, or take a thinner part.
        </p>
      )}
    </div>
  );
}

/** Minutes and risk of one way, which the sums below are made of. */
const ofWay = ({ minutes, risk }: Harm): string =>
  `${Math.round(minutes)} min${risk >= 0.005 ? `, risk ${percent(risk)}` : ''}`;

function PlanCard({ plan, first, onTake }: { plan: Plan; first: boolean; onTake: () => void }) {
  const { harm } = plan;
  const name = plan.keeping ? `Keeps ${KEEP_WORDS[plan.keeping].keeps}` : 'Least of all';
  return (
    <article className={style.plan} aria-label={name}>
      <h3>{name}</h3>
      <ol>
        {plan.ways.map((w, i) => (
          <li key={w.id}>
            {w.text}
            <span className="note">
              {w.cost}; {ofWay(plan.harms[i]!)}
            </span>
          </li>
        ))}
      </ol>
      <p className={style.figures}>
        <span>about {Math.round(harm.minutes)} min</span>
        <span>{harm.risk < 0.005 ? 'no risk' : `${percent(harm.risk)} to spoil something`}</span>
        {harm.forGood && <span>cannot be undone</span>}
        {harm.gives.map((k) => (
          <span key={k}>{KEEP_WORDS[k].gives}</span>
        ))}
        {harm.lacks.map((t) => (
          <span key={t} className="bad">
            wants {t}
          </span>
        ))}
      </p>
      <p className="note">Then: {plan.sentence}</p>
      <Button type={first ? 'primary' : 'default'} onClick={onTake}>
        Do this
      </Button>
    </article>
  );
}
