/** Which of a build's bodies is on show, each with what is wrong in it; nothing where there is one. */
import { bodyFor, type Finding, type Project } from '@deft/core/model';
import { useBuild } from '../state/build';
import style from './BodyTabs.module.css';

/** Stations whose findings lie in one body; hours, sound or a joint are the build's. */
const OF_A_BODY: ReadonlySet<Finding['station']> = new Set<Finding['station']>([
  'shell',
  'fit',
  'cut',
  'controls',
]);

const OF_A_JOINT: ReadonlySet<Finding['check']> = new Set<Finding['check']>(['hinge', 'seat']);

/** Hits seen in a body. */
const hitsIn = (doc: Project, findings: readonly Finding[], body: string): number =>
  findings.filter(
    (f) =>
      f.verdict === 'hit' &&
      !OF_A_JOINT.has(f.check) &&
      OF_A_BODY.has(f.station) &&
      (f.inBody?.body ?? bodyFor(doc)?.id) === body,
  ).length;

/** @param over  lies over a drawing, at its upper right */
export function BodyTabs({ over = false }: { over?: boolean }) {
  const { doc, check, body, showBody } = useBuild('doc', 'check', 'body', 'showBody');
  const { bodies } = doc.shell;
  if (bodies.length < 2) return null;
  const shown = bodies.some((b) => b.id === body) ? body : bodyFor(doc)?.id;
  return (
    <div
      className={over ? `${style.tabs} ${style.over}` : style.tabs}
      role="group"
      aria-label="Body on show"
    >
      {bodies.map((b) => {
        const hits = hitsIn(doc, check.findings, b.id);
        return (
          <button
            key={b.id}
            type="button"
            aria-pressed={b.id === shown}
            onClick={() => showBody(b.id)}
          >
            {b.name}
            {hits > 0 && <span className="count">{hits}</span>}
          </button>
        );
      })}
    </div>
  );
}
