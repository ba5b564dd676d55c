/** The open book with the parts in it: drag, keys, findings, tide, headroom and the cut line. */
import { useMemo } from 'react';
import type { Scene } from '@deft/core/fit';
import type { Finding } from '@deft/core/model';
import { CutLines } from '../../../book/CutLines';
import { Ghost } from '../../../book/Ghost';
import { Flags, HeadroomPicture, Tide } from '../../../book/Layers';
import { Labels } from '../../../book/Labels';
import { Loupe } from '../../../book/Loupe';
import { Hatches, Ticks } from '../../../book/Mat';
import { PartCard } from '../../../book/PartCard';
import { PointedMark, PointedWall } from '../../../book/PointedMark';
import { Fold, ShellPage } from '../../../book/ShellPage';
import { onScreen, pageOf, type Spread } from '../../../book/spread';
import { WireLayer } from '../../../book/WireLayer';
import { keysHere } from '../../../keys/useKeys';
import { useBuild } from '../../../state/build';
import { numbered } from '../../../ui/Findings';
import { Measured } from './Measured';
import type { BookViewProps } from './props';
import { lookedAt, useBookPointer } from './useBookPointer';
import style from './Book.module.css';

/** A part under the picture of the headroom is seen through it. */
const FAINT = 0.35;

export function BookView(props: BookViewProps) {
  const { spread, arranging, selected, heat, cuts, active, onCut, loupe, ghost, wires } = props;
  const { check, chosen, choose } = useBuild('check', 'chosen', 'choose');
  const { svg, glass, grab, handlers } = useBookPointer(props);
  const { scene, live } = arranging;
  const findings = live?.findings ?? check.findings;
  const flags = useMemo(() => numbered(findings, 'fit'), [findings]);
  const hit = useMemo(() => blocksHit(scene, findings), [findings, scene]);
  if (!scene.shell) return null;
  // Without a pointer the glass lies on the chosen finding, or on the chosen part.
  const looked = flags.find((f) => f.finding.id === chosen)?.finding;
  const lens = glass ?? lookedAt(spread, scene, looked, selected);
  return (
    <svg
      ref={svg}
      role="group"
      aria-label="The open book"
      width={spread.width}
      height={spread.height}
      {...handlers}
    >
      <Hatches />
      <g id="book-picture">
        <Arrow />
        <Ticks w={spread.width} h={spread.height} scale={spread.scale} />
        {spread.pages.map((page) => (
          <ShellPage
            key={page.piece.id}
            shell={scene.shell!}
            spread={spread}
            page={page}
            cuts={scene.project.cuts}
          />
        ))}
        {heat && <HeadroomPicture scene={scene} spread={spread} />}
        <Cards {...props} hit={hit} grab={grab} />
        {wires && <WireLayer {...wires} spread={spread} />}
        <Tide scene={scene} spread={spread} />
        <Labels scene={scene} spread={spread} />
        {ghost && <Ghost before={ghost.scene} scene={scene} spread={spread} later={ghost.later} />}
        <Fold spread={spread} />
        <Pointed scene={scene} spread={spread} />
        {props.measured && <Measured spread={spread} d={props.measured} />}
        <CutLines spread={spread} cuts={cuts} active={active} onCut={onCut} />
        <Flags
          list={flags}
          scene={scene}
          spread={spread}
          chosen={chosen}
          onChoose={(id) => choose(chosen === id ? undefined : id)}
        />
      </g>
      {loupe && lens && <Loupe at={lens} picture="book-picture" />}
    </svg>
  );
}

/** Solids of the very blocks that overlap something. */
function blocksHit(scene: Scene, findings: readonly Finding[]): ReadonlySet<string> {
  const touching = findings.filter((f) => f.verdict === 'hit' && f.check === 'touch');
  const refs = touching.flatMap((f) => f.refs ?? []);
  const met = new Set(refs.map((r) => (r.is === 'block' ? `${r.item}/${r.block}` : '')));
  const blocks = [...scene.items.values()].flatMap((at) =>
    at.blocks.filter((b) => met.has(`${at.item.id}/${b.block.id}`)),
  );
  return new Set(blocks.map((b) => b.solid.id));
}

/** The head of an arrow, for whatever layer draws one. */
const Arrow = () => (
  <defs>
    <marker
      id="arrow"
      viewBox="0 0 8 8"
      refX="6"
      refY="4"
      markerWidth="6"
      markerHeight="6"
      orient="auto"
    >
      <path className={style.arrow} d="M0 1 L7 4 L0 7 Z" />
    </marker>
  </defs>
);

function Cards({
  spread,
  arranging,
  selected,
  onSelect,
  heat,
  hit,
  grab,
}: BookViewProps & {
  hit: ReadonlySet<string>;
  grab: ReturnType<typeof useBookPointer>['grab'];
}) {
  const { scene, keysOf } = arranging;
  return [...scene.items.values()].map((at) => {
    const page = pageOf(spread, at.piece);
    const { id } = at.item;
    return (
      page && (
        <g key={id} opacity={heat ? FAINT : 1}>
          <PartCard
            scene={scene}
            at={at}
            spread={spread}
            page={page}
            selected={selected === id}
            hit={hit}
            onFocus={() => onSelect(id)}
            onPointerDown={grab(id)}
            onKeyDown={keysHere(keysOf(id))}
          />
        </g>
      )
    );
  });
}

/** The spot that is pointed at in any view, and the wall it is nearest to, on every page. */
function Pointed({ scene, spread }: { scene: Scene; spread: Spread }) {
  const { body, walls } = scene.shell!;
  return spread.pages.map((page) => {
    const to = (x: number, y: number) => onScreen(spread, page, x, y);
    return (
      <g key={page.piece.id}>
        <PointedMark body={body.id} to={to} />
        {page.piece.role !== 'plate' && <PointedWall body={body.id} walls={walls} to={to} />}
      </g>
    );
  });
}
