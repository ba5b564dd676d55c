/** The bodies of a build: name, size, what lies in each, and out with one. */
import { Button, Input } from 'antd';
import {
  type Body,
  bodyFor,
  formatMm,
  outlineSpan,
  type Project,
  withoutBody,
} from '@deft/core/model';
import { useBuild } from '../../../state/build';
import style from './bodies.module.css';

const namedBody = (p: Project, id: string, name: string): Project => ({
  ...p,
  shell: { ...p.shell, bodies: p.shell.bodies.map((b) => (b.id === id ? { ...b, name } : b)) },
});

function sizeWords(body: Body): string {
  const { w, h } = outlineSpan(body.outline);
  const thick = body.pieces.reduce((sum, q) => sum + q.depth.mm, 0);
  return `${formatMm(w, 0)} × ${formatMm(h, 0)} × ${formatMm(thick, 0)} mm`;
}

function insideWords(count: number): string {
  if (count === 0) return 'nothing in it';
  return count === 1 ? 'one part in it' : `${count} parts in it`;
}

export function BodyList() {
  const { doc, edit, showBody } = useBuild('doc', 'edit', 'showBody');
  const { bodies } = doc.shell;
  return (
    <ul className={style.bodies} aria-label="Bodies">
      {bodies.map((body) => {
        const inside = doc.layout.placements.filter(
          (x) => bodyFor(doc, x.item)?.id === body.id,
        ).length;
        return (
          <li key={body.id}>
            <Input
              size="small"
              aria-label={`Name of ${body.name}`}
              value={body.name}
              maxLength={60}
              onFocus={() => showBody(body.id)}
              onChange={(e) =>
                edit((p) => namedBody(p, body.id, e.target.value), `name ${body.id}`)
              }
            />
            <span className="note">
              {sizeWords(body)}, {insideWords(inside)}
            </span>
            {bodies.length > 1 && (
              <Button
                size="small"
                type="text"
                aria-label={`Take ${body.name} out`}
                title={inside ? 'What lies in it goes back to the tray' : undefined}
                onClick={() => edit((p) => withoutBody(p, body.id))}
              >
                Take out
              </Button>
            )}
          </li>
        );
      })}
    </ul>
  );
}
